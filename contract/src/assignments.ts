import type { TermsGrant as CoreGrant, Terms as CoreTerms } from '@nachweis/core';
import * as z from 'zod';
import { Capture, Letter, PictureFormatName } from './captures.ts';
import { Preparation } from './preparations.ts';
import { Role } from './session.ts';
import { Id, Instant, LongText, Units } from './shared.ts';

export const MustShow = z.object({
  id: Id,
  letter: Letter,
  text: z.string(),
  /** what it is worth */
  units: Units,
  /** set where an instructor changed its worth for all after hand-ins were made */
  corrected: z.object({ asWritten: Units, counts: z.boolean() }).optional(),
});
export type MustShow = z.infer<typeof MustShow>;

export const Requirements = z.object({
  minPictures: z.int().min(0),
  maxPictures: z.int().min(1),
  needsPins: z.boolean(),
  minWidth: z.int().positive().nullable(),
  minHeight: z.int().positive().nullable(),
  /** what is to be taken */
  surface: z.enum(['any', 'all-displays', 'display', 'window', 'region', 'photo']).default('any'),
  /** formats that are taken, the preferred one first; null: any */
  formats: z.array(PictureFormatName).min(1).nullable().default(null),
});
export type Requirements = z.infer<typeof Requirements>;

export const ProofPoint = z.object({
  id: Id,
  /** "P1" */
  code: z.string(),
  title: z.string(),
  instructions: z.string(),
  mustShows: z.array(MustShow),
  requirements: Requirements,
});
export type ProofPoint = z.infer<typeof ProofPoint>;

export const WindowState = z.enum(['not-open', 'open', 'late', 'closed']);

/** When one may hand in, and how often. */
export const Terms = z.object({
  opensAt: Instant,
  dueAt: Instant,
  lateUntil: Instant.nullable(),
  attempts: z.int().min(1),
}) satisfies z.ZodType<CoreTerms>;
export type Terms = z.infer<typeof Terms>;

/** How far an assignment is: being written, given to the students, or put away. When it opens and ends is its times' say. */
export const STAGES = ['draft', 'given', 'archived'] as const;
export const Stage = z.enum(STAGES);
export type Stage = z.infer<typeof Stage>;

/** Which of several hand-ins of one person counts. */
export const COUNTS = ['last', 'best'] as const;

/** One version of an assignment: everything that is asked. It never changes; another wording is another version. */
export const AssignmentDocument = Terms.extend({
  title: z.string(),
  brief: z.string(),
  counts: z.enum(COUNTS),
  needsStatement: z.boolean(),
  statementPrompt: z.string(),
  nameRule: z.string(),
  proofPoints: z.array(ProofPoint),
});
export type AssignmentDocument = z.infer<typeof AssignmentDocument>;

export const Assignment = AssignmentDocument.extend({
  id: Id,
  courseId: Id,
  courseTitle: z.string(),
  /** IANA name */
  timeZone: z.string(),
  /** from 1 */
  version: z.int().min(1),
  stage: Stage,
  mostUnits: Units,
});
export type Assignment = z.infer<typeof Assignment>;

/** A proof point as it is written down; number and letters follow from the order. */
export const PointDefinition = z.object({
  /** of a proof point that an earlier version has; a new one without */
  id: Id.optional(),
  title: z.string(),
  instructions: z.string(),
  minPictures: z.int().min(0).optional(),
  maxPictures: z.int().min(1).optional(),
  needsPins: z.boolean().optional(),
  minSize: z.object({ width: z.int().positive(), height: z.int().positive() }).optional(),
  surface: Requirements.shape.surface.unwrap().optional(),
  formats: Requirements.shape.formats.unwrap().optional(),
  /** what must be seen, with its worth in units of a hundredth of a point */
  mustShows: z.array(z.object({ id: Id.optional(), text: z.string(), units: Units.min(0) })).max(26),
});
export type PointDefinition = z.infer<typeof PointDefinition>;

/** An assignment as it is written down. */
export const AssignmentDefinition = z
  .object({
    title: z.string().trim().min(1, 'title-missing'),
    brief: z.string(),
    opensAt: Instant,
    dueAt: Instant,
    lateUntil: Instant.nullable(),
    attempts: z.int().min(1),
    counts: z.enum(COUNTS).optional(),
    /** null: no own statement is asked for */
    statementPrompt: z.string().nullable(),
    nameRule: z.string().min(1),
    points: z.array(PointDefinition),
  })
  .refine((a) => a.opensAt <= a.dueAt, { path: ['dueAt'], message: 'due-before-open' })
  .refine((a) => a.lateUntil === null || a.lateUntil >= a.dueAt, {
    path: ['lateUntil'],
    message: 'late-before-due',
  });
export type AssignmentDefinition = z.infer<typeof AssignmentDefinition>;

/** Evidence in a student's draft. */
export const Evidence = z.object({
  id: Id,
  proofPointId: Id,
  capture: Capture,
  ...Preparation.shape,
  version: z.int().min(1),
  /** made from the assignment's rule */
  fileName: z.string(),
  /** its pixels turned out to be unreadable after it was taken in */
  damaged: z.boolean(),
});
export type Evidence = z.infer<typeof Evidence>;

/** What a student is preparing. The version counts every change, so that a hand-in takes exactly what was looked at. */
export const DraftDocument = z.object({
  version: z.int().min(0),
  attempt: z.int().min(1),
  statement: z.string(),
  statementVersion: z.int().min(0),
  evidence: z.array(Evidence),
  /** the name the next picture of each proof point will get, by proof point id */
  nextNames: z.record(Id, z.string()),
});
export type DraftDocument = z.infer<typeof DraftDocument>;

export const HandInSummary = z.object({
  id: Id,
  number: z.string(),
  attempt: z.int(),
  handedInAt: Instant,
  late: z.boolean(),
  /** null while its files are still being made */
  sealedAt: Instant.nullable(),
  withdrawnAt: Instant.nullable(),
  releasedAt: Instant.nullable(),
  /** null until released */
  totalUnits: Units.nullable(),
});
export type HandInSummary = z.infer<typeof HandInSummary>;

/** A student's page of an assignment. */
export const ProofSheet = z.object({
  assignment: Assignment,
  /** what holds for this person; the assignment's own where nothing else was granted */
  terms: Terms,
  role: Role,
  window: WindowState,
  attemptsLeft: z.int().min(0),
  draft: DraftDocument.nullable(),
  handIns: z.array(HandInSummary),
});
export type ProofSheet = z.infer<typeof ProofSheet>;

export const StatementWrite = z.object({ text: LongText, baseVersion: z.int().min(0) });

export const STUDENT_STATES = ['to-do', 'draft', 'handed-in', 'returned'] as const;

const CardBase = z.object({
  id: Id,
  title: z.string(),
  courseId: Id,
  courseTitle: z.string(),
  timeZone: z.string(),
  opensAt: Instant,
  dueAt: Instant,
  lateUntil: Instant.nullable(),
  window: WindowState,
  mostUnits: Units,
});

export const AssignmentCard = z.discriminatedUnion('as', [
  CardBase.extend({
    as: z.literal('student'),
    state: z.enum(STUDENT_STATES),
    lateHandIn: z.boolean(),
    pictures: z.int(),
    proofPoints: z.int(),
    totalUnits: Units.nullable(),
  }),
  CardBase.extend({
    as: z.literal('staff'),
    stage: Stage,
    /** may change it */
    manages: z.boolean(),
    handIns: z.int(),
    students: z.int(),
    waiting: z.int(),
    marked: z.int(),
    released: z.int(),
  }),
]);
export type AssignmentCard = z.infer<typeof AssignmentCard>;

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
  reason: z.string().trim().min(1, 'reason-missing').max(2000),
  /** how many grants the person had when this one was written */
  baseVersion: z.int().min(0),
  /** only says what it would do */
  dryRun: z.boolean().default(false),
});

/** What holds for one person, how it came about, and what it means for what was handed in. */
export const PersonTerms = z.object({
  personId: Id,
  name: z.string(),
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
  reason: z.string().trim().min(1, 'reason-missing').max(2000),
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
