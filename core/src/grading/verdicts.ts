import { CoreError } from '../errors.ts';

export const VERDICTS = ['shown', 'partly', 'not-shown'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** Points are kept in whole units of a hundredth of a point, so that sums are exact. */
export const UNITS_PER_POINT = 100;

/**
 * What a must-show earns, in units: shown all of it, partly shown half, not shown nothing.
 * Half of an odd number of units is rounded up, in the student's favour.
 *
 * @param units what the must-show is worth, a whole number of at least 0
 * @throws CoreError `bad-points`
 */
export function verdictUnits(verdict: Verdict, units: number): number {
  if (!Number.isSafeInteger(units) || units < 0) {
    throw new CoreError('bad-points', `Points are whole units of at least 0, got ${units}.`, { units });
  }
  if (verdict === 'shown') return units;
  return verdict === 'partly' ? Math.ceil(units / 2) : 0;
}
