/** To what a total can be rounded, in units: not at all, to quarters, to halves, to whole points. */
export const POINT_STEPS = [1, 25, 50, 100] as const;
export type PointStep = (typeof POINT_STEPS)[number];

/**
 * The nearest step to some points, the upper one where two are as near. All there is stays all there is, also where that
 * is no whole number of steps, and nothing is rounded past it. More points never become fewer.
 *
 * @param units at least 0
 * @param ends what is not rounded past, in units, rising: the most there is, and that with its bonus
 */
export function roundPoints(units: number, roundTo: PointStep, ends: readonly number[]): number {
  const nearest = Math.floor(units / roundTo + 0.5) * roundTo;
  const least = ends.findLast((end) => end <= units) ?? 0;
  const most = ends.find((end) => end >= units) ?? nearest;
  return Math.min(Math.max(nearest, least), most);
}
