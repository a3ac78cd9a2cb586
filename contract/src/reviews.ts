import * as z from 'zod';
import { Assignment } from './assignments.ts';
import { Finding, HandInItem, Judgement, VerdictName } from './handIns.ts';
import { Id, Instant, Units } from './shared.ts';

export const REVIEW_STATES = ['waiting', 'marked', 'released'] as const;
export const ReviewState = z.enum(REVIEW_STATES);
export type ReviewState = z.infer<typeof ReviewState>;

/** An instructor's page of one hand-in. */
export const Review = z.object({
  handInId: Id,
  number: z.string(),
  student: z.object({ id: Id, name: z.string() }),
  assignment: Assignment,
  attempt: z.int(),
  handedInAt: Instant,
  late: z.boolean(),
  statement: z.string(),
  items: z.array(HandInItem),
  /** by item id; empty while the check still runs */
  findings: z.record(Id, z.array(Finding)),
  state: ReviewState,
  releasedAt: Instant.nullable(),
  judgement: Judgement,
  /** counts changes of the adjustment */
  adjustmentVersion: z.int(),
  mayRelease: z.boolean(),
  previousId: Id.nullable(),
  nextId: Id.nullable(),
  /** the next one that has no complete set of verdicts */
  nextWaitingId: Id.nullable(),
});
export type Review = z.infer<typeof Review>;

export const ReviewRow = z.object({
  handInId: Id,
  number: z.string(),
  student: z.object({ id: Id, name: z.string() }),
  attempt: z.int(),
  handedInAt: Instant,
  late: z.boolean(),
  state: ReviewState,
  openVerdicts: z.int(),
  totalUnits: Units,
  thumbHrefs: z.array(z.string()),
  findings: z.object({ look: z.int(), stop: z.int() }),
});
export type ReviewRow = z.infer<typeof ReviewRow>;

/** All hand-ins of an assignment, the newest attempt of each student first by name, and who has handed in nothing. */
export const ReviewList = z.object({
  assignment: Assignment,
  mayRelease: z.boolean(),
  rows: z.array(ReviewRow),
  without: z.array(z.object({ id: Id, name: z.string() })),
});
export type ReviewList = z.infer<typeof ReviewList>;

export const VerdictsWrite = z.object({ verdicts: z.record(Id, VerdictName.nullable()) });

export const RemarkWrite = z
  .object({
    itemId: Id.nullable(),
    x: z.int().min(0).nullable(),
    y: z.int().min(0).nullable(),
    text: z.string().trim().min(1, 'Write something first.').max(10_000, 'At most 10,000 characters.'),
  })
  .refine((r) => (r.itemId === null) === (r.x === null) && (r.x === null) === (r.y === null), {
    message: 'A remark on a picture needs a place; one to the whole hand-in has none.',
  });
export type RemarkWrite = z.infer<typeof RemarkWrite>;

export const AdjustmentWrite = z
  .object({
    units: Units.min(-100_000).max(100_000),
    reason: z.string().trim().max(2000),
    baseVersion: z.int().min(0),
  })
  .refine((a) => a.units === 0 || a.reason !== '', {
    path: ['reason'],
    message: 'Give a reason for the adjustment.',
  });

export const Released = z.object({ released: z.int() });
