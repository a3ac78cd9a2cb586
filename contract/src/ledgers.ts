import { PointStep } from './assignments.ts';
import { VerdictName } from './handIns.ts';
import { ListedStudent, REVIEW_STATES } from './reviews.ts';
import { Id, Instant, Units } from './shared.ts';
import { z } from './zod.ts';

/** How one student stands in one assignment. */
export const LEDGER_STATES = ['none', 'exempt', ...REVIEW_STATES] as const;

export const LedgerCell = z.object({
  /** `none`: nothing was handed in; `exempt`: nothing has to be */
  state: z.enum(LEDGER_STATES),
  /** why the student is exempt; empty otherwise */
  reason: z.string(),
  /** the hand-in that counts */
  handInId: Id.nullable(),
  handedInAt: Instant.nullable(),
  late: z.boolean(),
  /** by how much, in milliseconds, by the due time that holds for the person now; 0 where it is not late */
  lateMs: z.int().min(0),
  /** null where there are none, or not all verdicts are given */
  units: Units.nullable(),
  /** what can be given for it, with the bonus, by the question that was answered */
  mostUnits: Units,
});
export type LedgerCell = z.infer<typeof LedgerCell>;

/** How one must-show went, over the hand-ins that count and have all their verdicts. */
export const LedgerMustShow = z.object({
  id: Id,
  /** "P1a" */
  code: z.string(),
  text: z.string(),
  judged: z.int().min(0),
  /** mean share of its worth that was earned, 0 to 1; null of none */
  earned: z.number().min(0).max(1).nullable(),
  /** correlation with all the others, -1 to 1; null where it has no value */
  discrimination: z.number().min(-1.001).max(1.001).nullable(),
});
export type LedgerMustShow = z.infer<typeof LedgerMustShow>;

export const LedgerAssignment = z.object({
  id: Id,
  title: z.string(),
  dueAt: Instant,
  mostUnits: Units,
  /** to what its points are rounded */
  roundTo: PointStep,
  /** of the newest version, in its order, without those that count no more */
  mustShows: z.array(LedgerMustShow),
});
export type LedgerAssignment = z.infer<typeof LedgerAssignment>;

/** The book of a course: students by assignments, by name and by due time. */
export const Ledger = z.object({
  courseId: Id,
  courseTitle: z.string(),
  timeZone: z.string(),
  /** columns of the class list */
  fields: z.array(z.string()),
  assignments: z.array(LedgerAssignment),
  rows: z.array(
    z.object({
      student: ListedStudent.extend({ email: z.string(), fields: z.record(z.string(), z.string()) }),
      /** in the order of the assignments */
      cells: z.array(LedgerCell),
      /** of what is released */
      totalUnits: Units,
    }),
  ),
});
export type Ledger = z.infer<typeof Ledger>;

/** A student's line in the book of one assignment: the hand-in that counts, and how its points come about. */
export const PointsRow = LedgerCell.extend({
  student: ListedStudent,
  /** what was earned at each proof point, in their order; null while a must-show of it has no verdict, or without a hand-in */
  points: z.array(Units.nullable()),
  /** on all criteria together; null while one of them has no level, or where there are none */
  criteria: Units.nullable(),
  /** what was taken for lateness */
  lateCost: Units,
  /** added or taken by hand */
  adjustment: Units,
  /** added or taken by rounding */
  rounding: Units,
});
export type PointsRow = z.infer<typeof PointsRow>;

/** In how many hand-ins the automatic checks found something. */
export const FindingCount = z.object({
  code: z.string(),
  level: z.enum(['to-check', 'problem']),
  handIns: z.int().min(1),
});
export type FindingCount = z.infer<typeof FindingCount>;

/** What one person said of must-shows, of verdicts that hold now. */
export const MarkerFigures = z.object({
  id: Id,
  name: z.string(),
  handIns: z.int().min(1),
  verdicts: z.record(VerdictName, z.int().min(0)),
});
export type MarkerFigures = z.infer<typeof MarkerFigures>;

/** The book of one assignment: students by proof points. */
export const AssignmentLedger = z.object({
  courseId: Id,
  courseTitle: z.string(),
  timeZone: z.string(),
  /** of the newest version; rows may have answered an older one */
  assignment: LedgerAssignment,
  proofPoints: z.array(z.object({ code: z.string(), title: z.string(), mostUnits: Units })),
  /** what the best level of every criterion adds up to; null where there are none */
  criteriaUnits: Units.nullable(),
  /** points beside a name would say whose hand-in it is */
  veiled: z.boolean(),
  rows: z.array(PointsRow),
  /** over the hand-ins that count, the commonest first */
  findings: z.array(FindingCount),
  /** hand-ins that count and are checked */
  checked: z.int().min(0),
  /** who gave the verdicts, by name */
  markers: z.array(MarkerFigures),
});
export type AssignmentLedger = z.infer<typeof AssignmentLedger>;
