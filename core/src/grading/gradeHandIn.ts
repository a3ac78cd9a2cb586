import { type Verdict, verdictUnits } from './verdicts.ts';

export interface JudgedMustShow {
  /** worth in units of a hundredth of a point */
  units: number;
  verdict: Verdict | null;
}

export interface Grade {
  /** sum over the must-shows that have a verdict */
  fromVerdicts: number;
  /** worth of the whole assignment */
  most: number;
  /** must-shows that have no verdict yet */
  open: number;
  /** `fromVerdicts` plus the adjustment, never below 0 and never above `most` */
  total: number;
}

/** Adds up a hand-in, in units. The adjustment by hand may be negative; the total stays between 0 and the most there is. */
export function gradeHandIn(mustShows: readonly JudgedMustShow[], adjustment = 0): Grade {
  let fromVerdicts = 0;
  let most = 0;
  let open = 0;
  for (const { units, verdict } of mustShows) {
    most += verdictUnits('shown', units);
    if (verdict === null) open++;
    else fromVerdicts += verdictUnits(verdict, units);
  }
  return { fromVerdicts, most, open, total: Math.min(Math.max(fromVerdicts + adjustment, 0), most) };
}
