/** What was decided for all about the worth of a must-show after it was handed in. */
export interface Correction {
  mustShowId: string;
  /** what it is worth from then on, in units; null: it counts no more; 'as-written': as the assignment had it */
  worth: number | null | 'as-written';
}

/**
 * The worth of each must-show after the corrections made for all, the later before the earlier.
 * @returns null for one that counts no more
 */
export function correctedUnits(
  mustShow: { id: string; units: number },
  corrections: readonly Correction[],
): number | null {
  const last = corrections.findLast((correction) => correction.mustShowId === mustShow.id);
  return last === undefined || last.worth === 'as-written' ? mustShow.units : last.worth;
}
