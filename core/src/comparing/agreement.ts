import { type Levels, levelAt, slopesOf } from '../raster/levels.ts';
import type { Lie } from './alignment.ts';
import type { PyramidStep } from './pyramid.ts';

/** Most of them, spread over all of the picture. */
const MOST_PLACES = 3000;
/** Levels between neighbours that make an edge. */
const CLEAR = 40;

/** Places along edges, as columns and rows. */
export function edgePlaces(picture: Levels): Array<readonly [number, number]> {
  const { width, height, levels } = slopesOf(picture);
  const all: Array<readonly [number, number]> = [];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) if ((levels[y * width + x] as number) >= CLEAR) all.push([x, y]);
  const every = Math.max(1, Math.floor(all.length / MOST_PLACES));
  return all.filter((_, i) => i % every === 0);
}

/** Share of the first's edges that the second has to cover. */
const LEAST_COMMON = 0.15;

/**
 * How well the levels of both go together at the places that both have: Pearson's correlation, which neither blur nor
 * another contrast takes away.
 */
export function agreementOf({ a, b, places }: PyramidStep, { scale, dx, dy }: Lie): number {
  let [seen, sumA, sumB, sumAA, sumBB, sumAB] = [0, 0, 0, 0, 0, 0];
  for (const [x, y] of places) {
    const [u, v] = [(x + 0.5 - dx) / scale - 0.5, (y + 0.5 - dy) / scale - 0.5];
    if (u < -0.5 || v < -0.5 || u > b.width - 0.5 || v > b.height - 0.5) continue;
    const [here, there] = [a.levels[y * a.width + x] as number, levelAt(b, u, v)];
    seen++;
    sumA += here;
    sumB += there;
    sumAA += here * here;
    sumBB += there * there;
    sumAB += here * there;
  }
  // What only a corner of the two has in common says little.
  if (seen < Math.max(20, places.length * LEAST_COMMON)) return 0;
  const spread = Math.sqrt((sumAA - (sumA * sumA) / seen) * (sumBB - (sumB * sumB) / seen));
  return spread > 0 ? Math.max(0, (sumAB - (sumA * sumB) / seen) / spread) : 0;
}
