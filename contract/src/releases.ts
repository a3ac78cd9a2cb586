import { VerdictName } from './handIns.ts';
import { MAX_PEOPLE } from './limits.ts';
import { Id, Instant, Reason, Units } from './shared.ts';
import { z } from './zod.ts';

/** Every student of a course may have several that count one by one. */
const MOST_RELEASED = 5 * MAX_PEOPLE;

export const Released = z.object({ released: z.int() });

/** When the student sees what is released. */
export const ReleaseOrder = z.object({
  /** null: at once */
  at: Instant.nullable().default(null),
  /** the points that were looked at: with others by now it is not released; absent: whatever they are */
  seen: Units.optional(),
});
export type ReleaseOrder = z.infer<typeof ReleaseOrder>;

/** The same of all hand-ins of an assignment. */
export const ReleaseAllOrder = ReleaseOrder.omit({ seen: true }).extend({
  /** those that were looked at, with their points: others are not released; absent: all that are judged */
  seen: z
    .array(z.object({ handInId: Id, total: Units }))
    .max(MOST_RELEASED)
    .optional(),
});
export type ReleaseAllOrder = z.infer<typeof ReleaseAllOrder>;

/** How many were released, and how many were left since their judgement has changed. */
export const ReleasedAll = Released.extend({ changed: z.int() });
export type ReleasedAll = z.infer<typeof ReleasedAll>;

export const TakeBackOrder = z.object({ reason: Reason });

/** One thing that made a figure what it is. */
export const HistoryEntry = z.object({
  at: Instant,
  by: z.string(),
  change: z.discriminatedUnion('kind', [
    z.object({
      kind: z.literal('verdict'),
      /** "P1a" */
      code: z.string(),
      from: VerdictName.nullable(),
      to: VerdictName.nullable(),
    }),
    z.object({
      kind: z.literal('level'),
      /** of the criterion */
      title: z.string(),
      /** what the level says it takes; null: none */
      from: z.string().nullable(),
      to: z.string().nullable(),
    }),
    z.object({ kind: z.literal('adjustment'), from: Units, to: Units }),
    /** a must-show is worth something else for all; null: it counts no more */
    z.object({ kind: z.literal('correction'), code: z.string(), to: Units.nullable() }),
    z.object({ kind: z.literal('released'), seenAt: Instant.nullable() }),
    z.object({ kind: z.literal('taken-back') }),
  ]),
  reason: z.string(),
  /** all points before and after it */
  before: Units,
  after: Units,
});
export type HistoryEntry = z.infer<typeof HistoryEntry>;

/** How the points of a hand-in came to be what they are, the earliest first. */
export const GradeHistory = z.object({ handInId: Id, entries: z.array(HistoryEntry) });
export type GradeHistory = z.infer<typeof GradeHistory>;
