import { type Box, boxHolds, findParts, partMeant, type Raster } from '@nachweis/core';
import { seededRandom } from '@nachweis/desk';
import { overlapOf } from './judge.ts';

/** How often the window in front is what lights up at a place in it. */
export interface PointingTally {
  points: number;
  /** places at which its window was found at all */
  found: number;
  /** it is the first that lights up */
  meant: number;
  /** it would be, were the smallest part the first */
  smallest: number;
}

const POINTS = 10;
const GOOD_OVERLAP = 0.95;

/** @param windows from the front to the back */
export function tallyPointing(
  tally: PointingTally,
  raster: Raster,
  windows: readonly Box[],
  seed: number,
): void {
  const random = seededRandom(seed + 1);
  const parts = findParts(raster);
  for (const [i, window] of windows.entries())
    for (let n = 0; n < POINTS; n++) {
      const place = {
        x: Math.floor(window.x + window.width * random()),
        y: Math.floor(window.y + window.height * random()),
      };
      if (windows.slice(0, i).some((over) => boxHolds(over, place))) continue;
      tally.points++;
      // From the largest to the smallest they come.
      const under = parts.filter((part) => boxHolds(part, place)).reverse();
      const isIt = (part?: Box) => part !== undefined && overlapOf(part, window) >= GOOD_OVERLAP;
      if (under.some(isIt)) tally.found++;
      if (isIt(under[partMeant(under)])) tally.meant++;
      if (isIt(under[0])) tally.smallest++;
    }
}

export function tellPointing(where: string, { points, found, meant, smallest }: PointingTally): void {
  const share = (n: number) => `${n} (${((100 * n) / Math.max(found, 1)).toFixed(1)} %)`;
  console.log(
    `pointing at windows, ${where}: ${points} places, the window in front found at ${found}; it lights up first at ${share(meant)}, the smallest part would be it at ${share(smallest)}`,
  );
}
