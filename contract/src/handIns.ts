import type { PointDifference } from '@nachweis/core';
import { AskedAgain } from './askedAgain.ts';
import { Assignment } from './assignments.ts';
import { Brought } from './brought.ts';
import { Source, Surface } from './captures.ts';
import { Marks } from './marks.ts';
import { Remark } from './remarks.ts';
import { Href, Id, Instant, Sha256, Units } from './shared.ts';
import { z } from './zod.ts';

export const HandInRequest = z.object({
  /** made by the browser, so that asking again after a lost answer gives the same receipt */
  id: Id,
  draftVersion: z.int().min(1),
  /** lets whoever judges see the whole captures too, where nothing of them is hidden */
  showsWhole: z.boolean().default(false),
});

/** A file of a hand-in; size, hash and address follow once it is sealed. */
export const ReceiptFile = z.object({
  itemId: Id,
  point: z.string(),
  name: z.string(),
  bytes: z.int().positive().nullable(),
  sha256: Sha256.nullable(),
  href: Href.nullable(),
  /** its pixels could not be read, so that there will be no file */
  damaged: z.boolean(),
});

export const Receipt = z.object({
  handInId: Id,
  /** "H-00042" */
  number: z.string(),
  /** everybody it belongs to */
  student: z.string(),
  assignmentId: Id,
  assignmentTitle: z.string(),
  courseTitle: z.string(),
  timeZone: z.string(),
  attempt: z.int(),
  handedInAt: Instant,
  /** what held for the person then */
  dueAt: Instant,
  late: z.boolean(),
  /** null while its files are still being made; what was handed in and when is fixed already */
  sealedAt: Instant.nullable(),
  files: z.array(ReceiptFile),
  /** the same, signed by the server: a compact JWS of a SignedReceipt; null until its files are sealed */
  jws: z.string().nullable().default(null),
});
export type Receipt = z.infer<typeof Receipt>;

/** What the server signs about a hand-in, for anybody to check. */
export const SignedReceipt = z.object({
  number: z.string(),
  student: z.string(),
  assignment: z.string(),
  course: z.string(),
  timeZone: z.string(),
  attempt: z.int(),
  handedInAt: Instant,
  dueAt: Instant,
  late: z.boolean(),
  sealedAt: Instant,
  files: z.array(z.object({ point: z.string(), name: z.string(), bytes: z.int(), sha256: Sha256 })),
});
export type SignedReceipt = z.infer<typeof SignedReceipt>;

/** One handed-in picture, frozen. Addresses and hash are null until its files are sealed. */
export const HandInItem = z.object({
  id: Id,
  proofPointId: Id,
  /** size of the framed picture */
  width: z.int().positive(),
  height: z.int().positive(),
  /** in pixels of the framed picture */
  marks: Marks,
  source: Source,
  surface: Surface,
  fileName: z.string(),
  bytes: z.int().positive().nullable(),
  sha256: Sha256.nullable(),
  damaged: z.boolean(),
  /** the signed record of the capture, a compact JWS of a SharedRecord; empty for captures older than records */
  record: z.string(),
  /** the framed picture without marks */
  baseHref: Href.nullable(),
  /** its whole capture, and the frame in it as corners in its pixels; null where that is not shown, or not made yet */
  whole: z
    .object({
      href: Href,
      width: z.int().positive(),
      height: z.int().positive(),
      frame: z.array(z.object({ x: z.number(), y: z.number() })),
    })
    .nullable(),
  /** the picture that was handed in: flattened, under its name */
  fileHref: Href.nullable(),
  thumbHref: Href.nullable(),
});
export type HandInItem = z.infer<typeof HandInItem>;

export const VerdictName = z.enum(['shown', 'partly', 'not-shown']);

/** The verdict on a must-show as it stands. */
export const VerdictNow = z.object({
  /** null: it was cleared */
  verdict: VerdictName.nullable(),
  /** what a change has to be made on */
  version: z.int().min(1),
  /** who gave it; empty for students */
  by: z.string(),
  at: Instant,
});
export type VerdictNow = z.infer<typeof VerdictNow>;

/** The level of a criterion as it stands. */
export const LevelNow = VerdictNow.omit({ verdict: true }).extend({
  /** from 0, the best; null: it was cleared */
  level: z.int().min(0).nullable(),
});
export type LevelNow = z.infer<typeof LevelNow>;

export const GradeDocument = z.object({
  fromVerdicts: Units,
  /** hours or days of lateness that count, by the assignment's rule, and what they cost */
  lateSteps: z.int().min(0),
  lateCost: Units,
  most: Units,
  /** what may be given by hand beyond it, as the assignment states */
  bonus: Units,
  /** all together, before it is rounded as the assignment asks for */
  exact: Units,
  total: Units,
  open: z.int(),
  adjustment: Units,
  reason: z.string(),
});
export type GradeDocument = z.infer<typeof GradeDocument>;

export const Judgement = z.object({
  /** by must-show; none where no verdict was ever given */
  verdicts: z.record(Id, VerdictNow),
  /** by criterion */
  levels: z.record(Id, LevelNow),
  remarks: z.array(Remark),
  grade: GradeDocument,
});
export type Judgement = z.infer<typeof Judgement>;

/** How a hand-in differs from the attempt before it. */
export const Since = z.object({
  handInId: Id,
  number: z.string(),
  attempt: z.int(),
  /** of the proof points at which either has a picture, in their order */
  points: z.array(
    z.object({
      proofPointId: Id,
      same: z.int().min(0),
      redone: z.int().min(0),
      replaced: z.int().min(0),
      added: z.int().min(0),
      removed: z.int().min(0),
    }) satisfies z.ZodType<PointDifference>,
  ),
  statementChanged: z.boolean(),
});
export type Since = z.infer<typeof Since>;

/** What a student sees of an own hand-in; `feedback` is null until it is released. */
export const HandInView = z.object({
  receipt: Receipt,
  /** as it was when this was handed in, with what was corrected for all since */
  assignment: Assignment,
  /** it was handed in to try the assignment; nobody looks at it */
  isTrial: z.boolean(),
  statement: z.string(),
  items: z.array(HandInItem),
  /** null: there was no attempt before */
  since: Since.nullable(),
  /** null: handed in by whom it belongs to */
  brought: Brought.nullable(),
  askedAgain: z.array(AskedAgain),
  withdrawnAt: Instant.nullable(),
  /** whether it can still be withdrawn */
  mayWithdraw: z.boolean(),
  feedback: Judgement.extend({
    releasedAt: Instant,
    /** when something was changed after it was released; null where nothing was */
    changedAt: Instant.nullable(),
  }).nullable(),
});
export type HandInView = z.infer<typeof HandInView>;
