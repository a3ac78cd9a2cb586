import { sampleCorrelation } from 'simple-statistics';
import { type Verdict, verdictUnits } from './verdicts.ts';

/** The verdicts of one hand-in, each with what its must-show is worth in units. */
export type JudgedHandIn = ReadonlyMap<string, { verdict: Verdict; units: number }>;

export interface MustShowStatistics {
  /** hand-ins in which it has a verdict */
  judged: number;
  /** mean share of its worth that was earned, 0 to 1: the difficulty index p, high where it was easy; null of none */
  earned: number | null;
  /**
   * Pearson's correlation, -1 to 1, between that share and what was earned with all other must-shows: the corrected
   * item-total correlation of classical test theory. Null where it has no value: fewer than three hand-ins, or
   * nothing differs between them.
   */
  discrimination: number | null;
}

const SHARE: Readonly<Record<Verdict, number>> = { shown: 1, partly: 0.5, 'not-shown': 0 };

/** How hard one must-show was for a class, and how well it tells those who did well from those who did not. */
export function mustShowStatistics(mustShowId: string, handIns: readonly JudgedHandIn[]): MustShowStatistics {
  const shares: number[] = [];
  const rests: number[] = [];
  for (const handIn of handIns) {
    const own = handIn.get(mustShowId);
    if (!own) continue;
    shares.push(SHARE[own.verdict]);
    let rest = 0;
    // Without the must-show itself, which would correlate with the sum because it is a part of it.
    for (const [id, { verdict, units }] of handIn)
      if (id !== mustShowId) rest += verdictUnits(verdict, units);
    rests.push(rest);
  }
  const judged = shares.length;
  return {
    judged,
    earned: judged === 0 ? null : shares.reduce((sum, share) => sum + share, 0) / judged,
    discrimination: judged < 3 || allSame(shares) || allSame(rests) ? null : sampleCorrelation(shares, rests),
  };
}

const allSame = (values: readonly number[]) => values.every((value) => value === values[0]);
