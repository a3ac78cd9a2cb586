import { CoreError } from '../errors.ts';
import { type LateRule, lateCost } from './lateRule.ts';
import { type PointStep, roundPoints } from './roundPoints.ts';
import { type Verdict, verdictUnits } from './verdicts.ts';

export interface JudgedMustShow {
  /** worth in units of a hundredth of a point */
  units: number;
  verdict: Verdict | null;
}

/** Judged on levels of any worth, which need not grow evenly. */
export interface JudgedCriterion {
  /** what each level is worth, in units */
  levels: readonly number[];
  /** which of them was reached, from 0; null: none yet */
  level: number | null;
}

export interface Grade {
  /** sum over what is judged: must-shows with a verdict, criteria with a level */
  fromVerdicts: number;
  /** what was taken of it for lateness */
  lateCost: number;
  /** worth of the whole assignment */
  most: number;
  /** what may be given by hand beyond it */
  bonus: number;
  /** must-shows and criteria that are not judged yet */
  open: number;
  /** `fromVerdicts` less `lateCost` plus the adjustment, never below 0 and never above `most` and `bonus` together */
  exact: number;
  /** the same, rounded as the assignment asks for */
  total: number;
}

/** What counts beside what is judged, in units. */
interface Beside {
  /** by hand; may be negative */
  adjustment?: number;
  /** how late it was, by which rule; null where that costs nothing */
  late?: { rule: Pick<LateRule, 'takes' | 'floorPercent'>; steps: number } | null;
  /** what the assignment lets be given beyond the most there is */
  bonus?: number;
  /** to what the total is rounded */
  roundTo?: PointStep;
}

/**
 * Adds up a hand-in, in units. The total stays between 0 and the most there is, with the bonus that is stated.
 * @throws CoreError `bad-points`, `bad-level`
 */
export function gradeHandIn(
  judged: ReadonlyArray<JudgedMustShow | JudgedCriterion>,
  { adjustment = 0, late = null, bonus = 0, roundTo = 1 }: Beside = {},
): Grade {
  let fromVerdicts = 0;
  let most = 0;
  let open = 0;
  for (const one of judged) {
    most += worthOf(one);
    const earned = earnedOf(one);
    if (earned === null) open++;
    else fromVerdicts += earned;
  }
  const cost = late ? lateCost(late.rule, late.steps, fromVerdicts, most) : 0;
  const exact = Math.min(Math.max(fromVerdicts - cost + adjustment, 0), most + bonus);
  const total = roundPoints(exact, roundTo, [most, most + bonus]);
  return { fromVerdicts, lateCost: cost, most, bonus, open, exact, total };
}

/** What all of it would earn; of a criterion its best level, wherever that stands. */
const worthOf = (one: JudgedMustShow | JudgedCriterion): number =>
  'levels' in one ? criterionUnits(one.levels) : verdictUnits('shown', one.units);

/** What the best level of a criterion is worth, in units. */
export const criterionUnits = (levels: readonly number[]): number => Math.max(0, ...levels);

/** Null where it is not judged yet. */
function earnedOf(one: JudgedMustShow | JudgedCriterion): number | null {
  if (!('levels' in one)) return one.verdict === null ? null : verdictUnits(one.verdict, one.units);
  if (one.level === null) return null;
  const units = one.levels[one.level];
  if (units === undefined)
    throw new CoreError('bad-level', `There is no level ${one.level} of ${one.levels.length}.`, {
      level: one.level,
    });
  // Of a whole number of units, all of it: the level says what it is worth.
  return verdictUnits('shown', units);
}
