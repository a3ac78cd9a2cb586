import type { TermsGrant as CoreGrant } from '@nachweis/core';
import { Terms } from './assignments.ts';
import { Id, Instant, Reason, Units } from './shared.ts';
import { z } from './zod.ts';

/** Other times for one person; null for `lateUntil` means that nothing is taken after the due time. */
export const TermsGrant = z.object({
  opensAt: Instant.optional(),
  dueAt: Instant.optional(),
  lateUntil: Instant.nullable().optional(),
  attempts: z.int().min(1).max(1000).optional(),
}) satisfies z.ZodType<CoreGrant>;

export const GrantWrite = z.object({
  id: Id,
  grant: TermsGrant,
  reason: Reason,
  /** how many grants the person had when this one was written */
  baseVersion: z.int().min(0),
  /** only says what it would do */
  dryRun: z.boolean().default(false),
});

/** What holds for one person, how it came about, and what it means for what was handed in. */
export const PersonTerms = z.object({
  personId: Id,
  name: z.string(),
  /** who hands in with this person now: what was granted to one of them holds for all */
  mates: z.array(z.string()),
  assignment: Terms,
  terms: Terms,
  grants: z.array(z.object({ id: Id, grant: TermsGrant, reason: z.string(), by: z.string(), at: Instant })),
  handIns: z.array(
    z.object({
      id: Id,
      number: z.string(),
      attempt: z.int(),
      handedInAt: Instant,
      /** on the receipt, which stays */
      lateThen: z.boolean(),
      /** by the terms above */
      lateNow: z.boolean(),
    }),
  ),
});
export type PersonTerms = z.infer<typeof PersonTerms>;

export const CorrectionWrite = z.object({
  id: Id,
  mustShowId: Id,
  /** units; null: it counts no more; `as-written`: as the assignment has it */
  worth: z.union([Units.min(0), z.null(), z.literal('as-written')]),
  reason: Reason,
  /** how many corrections the assignment had when this one was written */
  baseVersion: z.int().min(0),
  dryRun: z.boolean().default(false),
});

/** The corrections made for all, and, of the one just made or tried, whose points it changes. */
export const Corrections = z.object({
  corrections: z.array(
    z.object({
      id: Id,
      mustShowId: Id,
      worth: CorrectionWrite.shape.worth,
      reason: z.string(),
      by: z.string(),
      at: Instant,
    }),
  ),
  changes: z.array(
    z.object({ handInId: Id, number: z.string(), student: z.string(), before: Units, after: Units }),
  ),
});
export type Corrections = z.infer<typeof Corrections>;
