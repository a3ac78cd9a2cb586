import * as z from 'zod';
import { Capture, Framing, Letter, Marks } from './captures.ts';
import { Role } from './session.ts';
import { Id, Instant, LongText, Units } from './shared.ts';

export const MustShow = z.object({ id: Id, letter: Letter, text: z.string(), units: Units });
export type MustShow = z.infer<typeof MustShow>;

export const Requirements = z.object({
  minPictures: z.int().min(0),
  maxPictures: z.int().min(1),
  needsPins: z.boolean(),
  minWidth: z.int().positive().nullable(),
  minHeight: z.int().positive().nullable(),
  /** what is to be taken */
  surface: z.enum(['any', 'all-displays', 'display', 'window', 'region', 'photo']).default('any'),
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

export const Assignment = z.object({
  id: Id,
  courseId: Id,
  courseTitle: z.string(),
  /** IANA name */
  timeZone: z.string(),
  title: z.string(),
  brief: z.string(),
  opensAt: Instant,
  dueAt: Instant,
  lateUntil: Instant.nullable(),
  attempts: z.int().min(1),
  needsStatement: z.boolean(),
  statementPrompt: z.string(),
  nameRule: z.string(),
  mostUnits: Units,
  proofPoints: z.array(ProofPoint),
});
export type Assignment = z.infer<typeof Assignment>;

/** Evidence in a student's draft. */
export const Evidence = z.object({
  id: Id,
  proofPointId: Id,
  capture: Capture,
  framing: Framing,
  marks: Marks,
  version: z.int().min(1),
  /** made from the assignment's rule */
  fileName: z.string(),
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
  releasedAt: Instant.nullable(),
  /** null until released */
  totalUnits: Units.nullable(),
});
export type HandInSummary = z.infer<typeof HandInSummary>;

/** A student's page of an assignment. */
export const ProofSheet = z.object({
  assignment: Assignment,
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
    handIns: z.int(),
    students: z.int(),
    waiting: z.int(),
    marked: z.int(),
    released: z.int(),
  }),
]);
export type AssignmentCard = z.infer<typeof AssignmentCard>;
