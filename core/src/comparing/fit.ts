import { levelAt } from '../raster/levels.ts';
import { agreementOf } from './agreement.ts';
import type { Alignment, Lie } from './alignment.ts';
import type { PyramidStep } from './pyramid.ts';

/** Differences of levels from which on a place says little: something else is drawn there. */
const STRANGE = 20;
const MOST_ROUNDS = 8;
/** Pixels; nearer need not be. */
const STILL = 0.004;
/** It was found by steps before: what is farther off is no improvement. */
const MOST_MOVED = 2;
/** How much less well both may go together: the steps before looked for nothing else. */
const AS_GOOD = 0.004;

/**
 * Improves an alignment to a small part of a pixel by least squares: the levels along the first's edges are those of the
 * second there, up to contrast and brightness (Lucas and Kanade, An Iterative Image Registration Technique, IJCAI 1981).
 *
 * @param keepsScale looks for the place only
 */
export function fitted(
  at: PyramidStep,
  start: Lie & Pick<Alignment, 'agreement'>,
  keepsScale: boolean,
): Lie & Pick<Alignment, 'agreement'> {
  let lie: Lie = start;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const next = stepFrom(at, lie, keepsScale);
    if (!next) return start;
    const moved = farthest(at, lie, next);
    lie = next;
    if (moved < STILL) break;
  }
  const agreement = agreementOf(at, lie);
  const stays = farthest(at, start, lie) <= MOST_MOVED && agreement >= start.agreement - AS_GOOD;
  return stays ? { scale: lie.scale, dx: lie.dx, dy: lie.dy, agreement } : start;
}

/** By how many pixels of the first a corner of the second moves most. */
function farthest({ b }: PyramidStep, one: Lie, other: Lie): number {
  const by = (length: number) => length * (other.scale - one.scale);
  const [x, y] = [other.dx - one.dx, other.dy - one.dy];
  return Math.max(Math.hypot(x, y), Math.hypot(x + by(b.width), y + by(b.height)));
}

/** One round; null where the places do not say in which direction. */
function stepFrom({ a, b, places }: PyramidStep, lie: Lie, keepsScale: boolean): Lie | null {
  const { scale, dx, dy } = lie;
  const light = lightOf({ a, b, places }, lie);
  if (!light) return null;
  const { gain, offset } = light;
  // Unknown are where it lies, contrast, brightness, and its scale, in moves of a corner so that all are alike in size.
  const unknown = keepsScale ? 4 : 5;
  const long = Math.max(b.width, b.height);
  const sums = Array.from({ length: unknown }, () => new Float64Array(unknown + 1));
  const row = new Float64Array(unknown + 1);
  for (let i = 0; i < places.length; i += 2) {
    const [x, y] = [places[i] as number, places[i + 1] as number];
    const [u, v] = [(x + 0.5 - dx) / scale - 0.5, (y + 0.5 - dy) / scale - 0.5];
    if (u < 0.5 || v < 0.5 || u > b.width - 1.5 || v > b.height - 1.5) continue;
    const there = levelAt(b, u, v);
    const left = (a.levels[y * a.width + x] as number) - gain * there - offset;
    const weight = 1 / (1 + (left / STRANGE) ** 2);
    const across = (-gain * (levelAt(b, u + 0.5, v) - levelAt(b, u - 0.5, v))) / scale;
    const down = (-gain * (levelAt(b, u, v + 0.5) - levelAt(b, u, v - 0.5))) / scale;
    row[0] = across;
    row[1] = down;
    row[2] = there;
    row[3] = 1;
    if (!keepsScale) row[4] = (across * (u + 0.5) + down * (v + 0.5)) / long;
    row[unknown] = left;
    for (let j = 0; j < unknown; j++)
      for (let k = 0; k <= unknown; k++)
        (sums[j] as Float64Array)[k] =
          ((sums[j] as Float64Array)[k] as number) + weight * (row[j] as number) * (row[k] as number);
  }
  const found = solved(sums);
  if (!found) return null;
  const [moveX = 0, moveY = 0, , , corner = 0] = found;
  return { scale: scale + corner / long, dx: dx + moveX, dy: dy + moveY };
}

/** The contrast and brightness with which the second's levels are the first's. */
function lightOf({ a, b, places }: Pick<PyramidStep, 'a' | 'b' | 'places'>, { scale, dx, dy }: Lie) {
  let [seen, sumA, sumB, sumBB, sumAB] = [0, 0, 0, 0, 0];
  for (let i = 0; i < places.length; i += 2) {
    const [x, y] = [places[i] as number, places[i + 1] as number];
    const [u, v] = [(x + 0.5 - dx) / scale - 0.5, (y + 0.5 - dy) / scale - 0.5];
    if (u < 0 || v < 0 || u > b.width - 1 || v > b.height - 1) continue;
    const [here, there] = [a.levels[y * a.width + x] as number, levelAt(b, u, v)];
    seen++;
    sumA += here;
    sumB += there;
    sumBB += there * there;
    sumAB += here * there;
  }
  const spread = seen * sumBB - sumB * sumB;
  if (seen < 20 || spread <= 0) return null;
  const gain = (seen * sumAB - sumA * sumB) / spread;
  return gain > 0.1 ? { gain, offset: (sumA - gain * sumB) / seen } : null;
}

/** Solves linear equations, each a row with its right side last, by Gaussian elimination with the largest pivots. */
function solved(rows: Float64Array[]): number[] | null {
  const count = rows.length;
  for (let i = 0; i < count; i++) {
    let most = i;
    for (let j = i + 1; j < count; j++)
      if (
        Math.abs((rows[j] as Float64Array)[i] as number) > Math.abs((rows[most] as Float64Array)[i] as number)
      )
        most = j;
    [rows[i], rows[most]] = [rows[most] as Float64Array, rows[i] as Float64Array];
    const pivot = rows[i] as Float64Array;
    if (Math.abs(pivot[i] as number) < 1e-9) return null;
    for (let j = 0; j < count; j++) {
      if (j === i) continue;
      const row = rows[j] as Float64Array;
      const share = (row[i] as number) / (pivot[i] as number);
      for (let k = i; k <= count; k++) row[k] = (row[k] as number) - share * (pivot[k] as number);
    }
  }
  return rows.map((row, i) => (row[count] as number) / (row[i] as number));
}
