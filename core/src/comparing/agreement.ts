import { type Levels, levelAt, slopesOf } from '../raster/levels.ts';
import type { Lie } from './alignment.ts';
import type { PyramidStep } from './pyramid.ts';

/** Most of them, spread over all of the picture. */
const MOST_PLACES = 3000;
/** Levels between neighbours that make an edge. */
const CLEAR = 40;

/** Places of a picture: column and row in turns. They are gone through thousands of times. */
export type Places = Int32Array;

/** Places along edges. */
export function edgePlaces(picture: Levels): Places {
  const { width, levels } = slopesOf(picture);
  let found = 0;
  for (let i = 0; i < levels.length; i++) if ((levels[i] as number) >= CLEAR) found++;
  const every = Math.max(1, Math.floor(found / MOST_PLACES));
  const places = new Int32Array(Math.ceil(found / every) * 2);
  let [passed, at] = [0, 0];
  for (let i = 0; i < levels.length; i++) {
    if ((levels[i] as number) < CLEAR || passed++ % every !== 0) continue;
    places[at++] = i % width;
    places[at++] = Math.floor(i / width);
  }
  return places;
}

/** Share of the first's edges that the second has to cover. */
const LEAST_COMMON = 0.15;

/**
 * How well the levels of both go together at the places that both have: Pearson's correlation, which neither blur nor
 * another contrast takes away.
 */
export function agreementOf({ a, b, places }: PyramidStep, { scale, dx, dy }: Lie): number {
  let [seen, sumA, sumB, sumAA, sumBB, sumAB] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < places.length; i += 2) {
    const x = places[i] as number;
    const y = places[i + 1] as number;
    const u = (x + 0.5 - dx) / scale - 0.5;
    const v = (y + 0.5 - dy) / scale - 0.5;
    if (u < -0.5 || v < -0.5 || u > b.width - 0.5 || v > b.height - 0.5) continue;
    const here = a.levels[y * a.width + x] as number;
    const there = levelAt(b, u, v);
    seen++;
    sumA += here;
    sumB += there;
    sumAA += here * here;
    sumBB += there * there;
    sumAB += here * there;
  }
  // What only a corner of the two has in common says little.
  if (seen < Math.max(20, (places.length / 2) * LEAST_COMMON)) return 0;
  const spread = Math.sqrt((sumAA - (sumA * sumA) / seen) * (sumBB - (sumB * sumB) / seen));
  return spread > 0 ? Math.max(0, (sumAB - (sumA * sumB) / seen) / spread) : 0;
}
