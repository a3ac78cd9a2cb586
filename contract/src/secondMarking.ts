import { Href, Id, Instant } from './shared.ts';
import { z } from './zod.ts';

/** How two markers agree on one question. */
export const AgreementRow = z.object({
  /** a must-show or a criterion */
  questionId: Id,
  /** "P1a"; empty for a criterion */
  code: z.string(),
  text: z.string(),
  count: z.int().min(0),
  /** share on which they say the same, 0 to 1; null of none */
  same: z.number().min(0).max(1).nullable(),
  /** Cohen's kappa, plain and weighted by distance; null where it has no value */
  kappa: z.number().max(1.001).nullable(),
  weighted: z.number().max(1.001).nullable(),
});
export type AgreementRow = z.infer<typeof AgreementRow>;

/** What somebody said of a question: the place in its order, from 0, the best first. */
const Said = z.object({ place: z.int().min(0), by: z.string(), at: Instant });

/** Where the two markers differ. */
export const Difference = z.object({
  handInId: Id,
  number: z.string(),
  student: z.string(),
  questionId: Id,
  code: z.string(),
  text: z.string(),
  /** what can be said of it, in its order; of a must-show the names of the verdicts */
  choices: z.array(z.string()),
  first: Said,
  second: Said,
  /** what was decided, and by whom; null while it is open */
  settled: Said.extend({ reason: z.string() }).nullable(),
  /** what counts, where that was changed since: it is neither what was decided nor what the first had said alone */
  changed: Said.nullable(),
});
export type Difference = z.infer<typeof Difference>;

/** The second marking of an assignment, as whoever ordered it sees it. */
export const SecondMarking = z.object({
  assignmentId: Id,
  title: z.string(),
  timeZone: z.string(),
  /** who can be asked */
  staff: z.array(z.object({ id: Id, name: z.string() })),
  handIns: z.array(
    z.object({
      handInId: Id,
      number: z.string(),
      student: z.string(),
      /** all of it was judged by the first */
      judged: z.boolean(),
      /** null where nobody was asked */
      marker: z.object({ id: Id, name: z.string() }).nullable(),
      doneAt: Instant.nullable(),
    }),
  ),
  /** each question, over the hand-ins that both have judged */
  agreement: z.array(AgreementRow),
  /** over all must-shows together */
  overall: AgreementRow.omit({ questionId: true, code: true, text: true }),
  differences: z.array(Difference),
});
export type SecondMarking = z.infer<typeof SecondMarking>;

/** Which hand-ins are marked a second time. */
export const SecondShare = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('all') }),
  /** drawn by chance, at least one */
  z.object({ kind: z.literal('random'), percent: z.int().min(1).max(100) }),
  z.object({ kind: z.literal('chosen'), handInIds: z.array(Id).min(1).max(1000) }),
]);
export type SecondShare = z.infer<typeof SecondShare>;

export const SecondOrder = z.object({
  /** made by the browser, so that asking again draws nothing anew */
  id: Id,
  markerId: Id,
  share: SecondShare,
});
export type SecondOrder = z.infer<typeof SecondOrder>;

export const Settlement = z.object({
  id: Id,
  questionId: Id,
  /** of its choices */
  place: z.int().min(0),
  reason: z.string().trim().max(2000),
  /** when what was seen to be decided was, null: nothing; absent: whatever was */
  seen: Instant.nullable().optional(),
});
export type Settlement = z.infer<typeof Settlement>;

/** What one was asked to mark a second time. */
export const OwnSecondMarkings = z.object({
  assignments: z.array(
    z.object({
      assignmentId: Id,
      title: z.string(),
      courseTitle: z.string(),
      count: z.int().min(1),
      done: z.int().min(0),
      /** the first that is open; null where all are done */
      nextHref: Href.nullable(),
    }),
  ),
});
export type OwnSecondMarkings = z.infer<typeof OwnSecondMarkings>;
