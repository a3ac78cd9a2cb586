import type {
  AskedFinishes,
  LateRule as CoreLateRule,
  PointStep as CorePointStep,
  StatementForm as CoreStatementForm,
  Terms as CoreTerms,
  NameAlphabet,
} from '@nachweis/core';
import { Capture, PictureFormatName } from './captures.ts';
import { Ink, Letter } from './marks.ts';
import { Preparation } from './preparations.ts';
import { Role } from './session.ts';
import { Id, Instant, LongText, Units } from './shared.ts';
import { z } from './zod.ts';

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

/** Something judged on levels beside the must-shows, for the whole of a hand-in. */
export const Criterion = z.object({
  id: Id,
  title: z.string(),
  /** the best first; each says what it takes */
  levels: z.array(z.object({ text: z.string(), units: Units.min(0) })).min(2),
});
export type Criterion = z.infer<typeof Criterion>;

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
  /** sides of its shape, such as 16 and 9; null: any */
  ratio: z.object({ width: z.int().positive(), height: z.int().positive() }).nullable().default(null),
  /** bytes that a file may have; null: any */
  mostBytes: z.int().min(1000).max(25_000_000).nullable().default(null),
  /** something in the pictures has to be hidden */
  needsHidden: z.boolean().default(false),
  /** words of the student's own with the pictures: a line at a pin or a step, a text, a callout */
  needsText: z.boolean().default(false),
  /** marks beside pins and what hides */
  marks: z.enum(['any', 'asked', 'forbidden']).default('any'),
  /** what finishes a picture for its page: asked of every one that it can be done to, or not wanted on any */
  finishes: z
    .partialRecord(z.enum(['cut-here', 'ground', 'tone', 'set-off']), z.enum(['asked', 'forbidden']))
    .default({}) satisfies z.ZodType<AskedFinishes>,
  /** words that must be readable in one of the pictures at least; a column of the class list may stand in them in braces */
  words: z.array(z.string().trim().min(1).max(80)).max(10).default([]),
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

/** Which of several hand-ins of one person counts; `returned`: the newest one that was released. */
export const COUNTS = ['last', 'best', 'returned'] as const;

/** What handing in late costs, as core counts it. */
export const LateRule = z.object({
  graceMinutes: z.int().min(0).max(10_000),
  per: z.enum(['hour', 'day', 'calendar-day']),
  takes: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('percent'), percent: z.int().min(0).max(100) }),
    z.object({ kind: z.literal('units'), units: Units.min(0) }),
  ]),
  floorPercent: z.int().min(0).max(100),
}) satisfies z.ZodType<CoreLateRule>;

/** To what points are rounded, in units. */
export const PointStep = z.literal([1, 25, 50, 100]) satisfies z.ZodType<CorePointStep>;

/** Where the names of pictures go to: the letters they may have, and their most bytes; null: 255. */
export const NameTarget = z.object({
  alphabet: z.enum(['any', 'portable', 'web']) satisfies z.ZodType<NameAlphabet>,
  longest: z.int().min(32).max(255).nullable(),
});

/** How an own statement is asked for. */
export const StatementForm = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('free') }),
  z.object({
    kind: z.literal('questions'),
    questions: z.array(z.string().trim().min(1).max(300)).min(1).max(20),
  }),
  z.object({
    kind: z.literal('scale'),
    steps: z.int().min(2).max(10),
    least: z.string().trim().min(1).max(60),
    most: z.string().trim().min(1).max(60),
  }),
]) satisfies z.ZodType<CoreStatementForm>;
export type StatementForm = z.infer<typeof StatementForm>;

/** One version of an assignment: everything that is asked. It never changes; another wording is another version. */
export const AssignmentDocument = Terms.extend({
  title: z.string(),
  brief: z.string(),
  counts: z.enum(COUNTS),
  /** null: lateness costs nothing, as in all versions before there were such rules */
  lateRule: LateRule.nullable().default(null),
  /** what may be given by hand beyond all points; nothing in all versions before there was a bonus */
  bonusUnits: Units.min(0).default(0),
  /** to what all points together are rounded; to nothing in all versions before that could be asked for */
  roundTo: PointStep.default(1),
  /** column of the class list; who has the same in it hands in together. null: each alone */
  groupColumn: z.string().nullable().default(null),
  /** judged without names until all are judged */
  anonymous: z.boolean().default(false),
  needsStatement: z.boolean(),
  statementPrompt: z.string(),
  /** free words in all versions before there were others */
  statementForm: StatementForm.default({ kind: 'free' }),
  nameRule: z.string(),
  nameTarget: NameTarget.default({ alphabet: 'any', longest: null }),
  proofPoints: z.array(ProofPoint),
  /** none in all versions before there were criteria */
  criteria: z.array(Criterion).default([]),
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

/** Evidence in a student's draft. */
export const Evidence = z.object({
  id: Id,
  proofPointId: Id,
  capture: Capture,
  ...Preparation.shape,
  version: z.int().min(1),
  /** something of its capture is hidden or taken out in a picture its owner has made of it, here or elsewhere */
  captureHides: z.boolean().default(false),
  /** made from the assignment's rule */
  fileName: z.string(),
  /** its pixels turned out to be unreadable after it was taken in */
  damaged: z.boolean(),
  /** of the file it makes; null while that is being made */
  fileBytes: z.int().nullable().default(null),
  /** what a machine read in it, where its proof point asks for words; null while it is not read */
  read: z.string().nullable().default(null),
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
  /** who pressed it, where that was somebody else: of one's group, or an instructor */
  by: z.string().nullable(),
  withdrawnAt: Instant.nullable(),
  releasedAt: Instant.nullable(),
  /** null until released */
  totalUnits: Units.nullable(),
});
export type HandInSummary = z.infer<typeof HandInSummary>;

/** A hand-in in a course that its person is not in any more. */
export const FormerHandIn = z.object({
  handIn: HandInSummary,
  /** of the assignment */
  title: z.string(),
  courseTitle: z.string(),
  timeZone: z.string(),
  mostUnits: Units,
});
export type FormerHandIn = z.infer<typeof FormerHandIn>;

/** A student's page of an assignment. */
/** With whom one hands in. */
export const OwnGroup = z.object({
  /** what the class list calls it; empty where it says nothing for this person */
  value: z.string(),
  /** the others of it */
  mates: z.array(z.string()),
});
export type OwnGroup = z.infer<typeof OwnGroup>;

export const ProofSheet = z.object({
  assignment: Assignment,
  /** what holds for this person; the assignment's own where nothing else was granted */
  terms: Terms,
  role: Role,
  /** the assignment that is tried here; null where it is meant */
  trialOf: z.object({ id: Id, title: z.string() }).nullable(),
  /** null where each hands in alone */
  group: OwnGroup.nullable(),
  window: WindowState,
  /** that new marks begin with; null: what reads on the picture */
  houseInk: Ink.nullable(),
  attemptsLeft: z.int().min(0),
  draft: DraftDocument.nullable(),
  handIns: z.array(HandInSummary),
});
export type ProofSheet = z.infer<typeof ProofSheet>;

export const StatementWrite = z.object({
  text: LongText,
  baseVersion: z.int().min(0),
  /** what was sent since that version and had no answer: where one of them is there, it was not changed elsewhere */
  asked: z.array(LongText).max(4).default([]),
});

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
    /** need not hand in */
    exempt: z.boolean(),
    lateHandIn: z.boolean(),
    pictures: z.int(),
    /** proof points that have as many pictures as they need, of those that need some */
    withPictures: z.int(),
    needPictures: z.int(),
    /** pictures that the newest hand-in does not have as they are now */
    notHandedIn: z.int(),
    statement: z.enum(['not-asked', 'missing', 'written']),
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
