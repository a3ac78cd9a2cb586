import * as z from 'zod';
import { Assignment } from './assignments.ts';
import { Marks, Source, Surface } from './captures.ts';
import { Href, Id, Instant, Sha256, Units } from './shared.ts';

export const HandInRequest = z.object({
  /** made by the browser, so that asking again after a lost answer gives the same receipt */
  id: Id,
  draftVersion: z.int().min(1),
});

export const ReceiptFile = z.object({
  itemId: Id,
  point: z.string(),
  name: z.string(),
  bytes: z.int().positive(),
  sha256: Sha256,
  href: Href,
});

export const Receipt = z.object({
  handInId: Id,
  /** "H-00042" */
  number: z.string(),
  student: z.string(),
  assignmentId: Id,
  assignmentTitle: z.string(),
  courseTitle: z.string(),
  timeZone: z.string(),
  attempt: z.int(),
  handedInAt: Instant,
  dueAt: Instant,
  late: z.boolean(),
  files: z.array(ReceiptFile),
});
export type Receipt = z.infer<typeof Receipt>;

export const FINDING_LEVELS = ['fine', 'look', 'stop'] as const;
/** What an automatic check says. */
export const Finding = z.object({ level: z.enum(FINDING_LEVELS), sentence: z.string() });
export type Finding = z.infer<typeof Finding>;

/** One handed-in picture, frozen. */
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
  bytes: z.int().positive(),
  sha256: Sha256,
  /** the signed record of the capture, a compact JWS; empty for captures older than records */
  record: z.string(),
  /** the framed picture without marks */
  baseHref: Href,
  /** the picture that was handed in: flattened, under its name */
  fileHref: Href,
  thumbHref: Href,
});
export type HandInItem = z.infer<typeof HandInItem>;

export const VerdictName = z.enum(['shown', 'partly', 'not-shown']);

export const Remark = z.object({
  id: Id,
  /** null: to the whole hand-in */
  itemId: Id.nullable(),
  x: z.int().nullable(),
  y: z.int().nullable(),
  text: z.string(),
  author: z.string(),
  writtenAt: Instant,
});
export type Remark = z.infer<typeof Remark>;

export const GradeDocument = z.object({
  fromVerdicts: Units,
  most: Units,
  total: Units,
  open: z.int(),
  adjustment: Units,
  reason: z.string(),
});
export type GradeDocument = z.infer<typeof GradeDocument>;

export const Judgement = z.object({
  verdicts: z.record(Id, VerdictName),
  remarks: z.array(Remark),
  grade: GradeDocument,
});
export type Judgement = z.infer<typeof Judgement>;

/** What a student sees of an own hand-in; `feedback` is null until it is released. */
export const HandInView = z.object({
  receipt: Receipt,
  assignment: Assignment,
  statement: z.string(),
  items: z.array(HandInItem),
  feedback: Judgement.extend({ releasedAt: Instant }).nullable(),
});
export type HandInView = z.infer<typeof HandInView>;
