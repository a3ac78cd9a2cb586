import { AskedAgain } from './askedAgain.ts';
import { Assignment } from './assignments.ts';
import { Brought } from './brought.ts';
import { GradeDocument, HandInItem, Judgement, LevelNow, Since, VerdictName, VerdictNow } from './handIns.ts';
import { ReferencePicture } from './references.ts';
import { Remark } from './remarks.ts';
import { Href, Id, Instant, Reason, Told, Units } from './shared.ts';
import { z } from './zod.ts';

export const REVIEW_STATES = ['waiting', 'marked', 'released'] as const;
export const ReviewState = z.enum(REVIEW_STATES);
export type ReviewState = z.infer<typeof ReviewState>;

/** An instructor's page of one hand-in. */
export const Review = z.object({
  handInId: Id,
  number: z.string(),
  /** plain: the name as it is said to the student, without what tells it from others of the same name */
  student: z.object({ id: Id, name: z.string(), plain: z.string() }),
  /** as it was when this was handed in, with what was corrected for all since */
  assignment: Assignment,
  attempt: z.int(),
  handedInAt: Instant,
  /** by what holds for the person now */
  late: z.boolean(),
  statement: z.string(),
  /** null: handed in by whom it belongs to */
  brought: Brought.nullable(),
  askedAgain: z.array(AskedAgain),
  /** what the class list knew of the student, by its columns */
  fields: z.record(z.string(), z.string()),
  /** how it differs from the attempt before, where there was one, and what was said of that */
  earlier: Since.extend({ remarks: z.array(Remark) }).nullable(),
  /** whose it is, is kept back until all are judged */
  veiled: z.boolean(),
  items: z.array(HandInItem),
  /** by item id; empty while the check still runs */
  findings: z.record(Id, z.array(Told)),
  state: ReviewState,
  releasedAt: Instant.nullable(),
  /** when its student will see it, where that is set and not come yet */
  releasesAt: Instant.nullable(),
  judgement: Judgement,
  /** version of the adjustment; 0 where there was none */
  adjustmentVersion: z.int().min(0),
  mayRelease: z.boolean(),
  /** whether this person may change the judgement: after the release only instructors */
  mayJudge: z.boolean(),
  /** a newer hand-in that counts in its place; null where none does */
  replacedById: Id.nullable(),
  withdrawnAt: Instant.nullable(),
  previousId: Id.nullable(),
  nextId: Id.nullable(),
  /** the next one that has no complete set of verdicts */
  nextWaitingId: Id.nullable(),
});
export type Review = z.infer<typeof Review>;

/** A student in a list: by name, and as the list shows and sorts that name. */
export const ListedStudent = z.object({ id: Id, name: z.string(), listed: z.string() });

export const ReviewRow = z.object({
  handInId: Id,
  number: z.string(),
  student: ListedStudent,
  attempt: z.int(),
  handedInAt: Instant,
  late: z.boolean(),
  state: ReviewState,
  openVerdicts: z.int(),
  totalUnits: Units,
  /** its pictures, of which `thumbnailHref` makes addresses; not sealed yet where there are none */
  itemIds: z.array(Id),
  /** how many findings of each level */
  toCheck: z.int(),
  problems: z.int(),
  /** when its student will see it, where that is set and not come yet */
  releasesAt: Instant.nullable(),
  /** who is to judge it; null: nobody in particular */
  marker: z.object({ id: Id, name: z.string() }).nullable(),
  /** remarks whose last answer is the student's and that are not settled */
  answers: z.int().min(0),
  /** its student asked for the judgement again, and has no answer yet */
  isAskedAgain: z.boolean(),
});
export type ReviewRow = z.infer<typeof ReviewRow>;

/** The hand-ins of an assignment that count, by name of their student, and who has handed in nothing. */
export const ReviewList = z.object({
  assignment: Assignment,
  /** whose each is, is kept back until all are judged */
  veiled: z.boolean(),
  mayRelease: z.boolean(),
  rows: z.array(ReviewRow),
  without: z.array(ListedStudent.extend({ exempt: z.boolean() })),
});
export type ReviewList = z.infer<typeof ReviewList>;

/** What one student handed in for one proof point, and how it is judged. */
export const GridCell = z.object({
  proofPointId: Id,
  /** its pictures, of which `thumbnailHref` makes addresses; not sealed yet where there are none */
  itemIds: z.array(Id),
  /** where these lie without marks, so that a picture need not wait for the hand-in it is of; none until it is made */
  baseHrefs: z.array(Href),
  toCheck: z.int(),
  problems: z.int(),
  /** of each must-show, in the order of its letters; null: none yet */
  verdicts: z.array(z.object({ mustShowId: Id, letter: z.string(), verdict: VerdictName.nullable() })),
});
export type GridCell = z.infer<typeof GridCell>;

/** The hand-ins of an assignment that count as students by proof points, each under the question it answered. */
export const ReviewGrid = z.object({
  assignment: Assignment,
  rows: z.array(
    ReviewRow.pick({
      handInId: true,
      student: true,
      handedInAt: true,
      late: true,
      state: true,
      marker: true,
    }).extend({
      cells: z.array(GridCell),
    }),
  ),
  /** who has handed in nothing */
  without: z.array(ListedStudent.extend({ exempt: z.boolean() })),
});
export type ReviewGrid = z.infer<typeof ReviewGrid>;
export type GridRow = ReviewGrid['rows'][number];

/** A handed-in picture that another one of the same proof point can be compared with. */
export const Comparable = z.object({
  itemId: Id,
  handInId: Id,
  number: z.string(),
  student: z.string(),
  /** the name as it is said to the student, without what tells it from others of the same name */
  plain: z.string(),
  attempt: z.int(),
  /** an earlier or later attempt of the same people */
  isOwn: z.boolean(),
  /** which of the pictures of its proof point it is, from 1; null where it is the only one */
  place: z.int().nullable(),
  width: z.int().positive(),
  height: z.int().positive(),
  /** without marks; what was hidden is hidden in it */
  baseHref: Href,
});
export type Comparable = z.infer<typeof Comparable>;

/** The pictures of a hand-in's proof point, and those they can be compared with: own attempts first, then by name; and how it should look. */
export const Comparables = z.object({
  own: z.array(Comparable),
  others: z.array(Comparable),
  references: z.array(ReferencePicture),
});
export type Comparables = z.infer<typeof Comparables>;

/** Writes that were sent before and had no answer: what they changed is no change of somebody else. */
const AskedWrites = z.array(Id).max(4).default([]);

/** Verdicts and levels, each with the version of the one it takes the place of; null clears. All are entered or none. */
export const VerdictsWrite = z.object({
  /** made by the browser, so that sending it again changes nothing */
  id: Id,
  verdicts: z.record(Id, z.object({ verdict: VerdictName.nullable(), on: z.int().min(0) })),
  /** by criterion */
  levels: z.record(Id, z.object({ level: z.int().min(0).nullable(), on: z.int().min(0) })).default({}),
  asked: AskedWrites,
});
export type VerdictsWrite = z.infer<typeof VerdictsWrite>;

/** What a write to the judgement answers with. */
export const VerdictsNow = z.object({
  handInId: Id,
  verdicts: z.record(Id, VerdictNow),
  levels: z.record(Id, LevelNow),
  grade: GradeDocument,
  adjustmentVersion: z.int().min(0),
  state: ReviewState,
});
export type VerdictsNow = z.infer<typeof VerdictsNow>;

export const AdjustmentWrite = z
  .object({
    /** made by the browser */
    id: Id,
    units: Units.min(-100_000).max(100_000),
    reason: z.string().trim().max(2000),
    baseVersion: z.int().min(0),
    asked: AskedWrites,
  })
  .refine((a) => a.units === 0 || a.reason !== '', { path: ['reason'], message: 'reason-missing' });
export type AdjustmentWrite = z.infer<typeof AdjustmentWrite>;

/** That a student need not hand in, or has to again. */
export const ExemptionOrder = z.object({
  id: Id,
  exempt: z.boolean(),
  reason: Reason,
});
export type ExemptionOrder = z.infer<typeof ExemptionOrder>;
