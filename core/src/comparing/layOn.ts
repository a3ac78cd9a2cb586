import { between } from '../raster/levels.ts';
import type { Raster } from '../raster/raster.ts';
import type { Lie } from './alignment.ts';

/**
 * The second picture as it lies in the frame of the first; at the same scale its own pixels, else between them linearly.
 * Transparent where it does not reach.
 */
export function layOn({ width, height }: Raster, second: Raster, { scale, dx, dy }: Lie): Raster {
  const data = new Uint8ClampedArray(width * height * 4);
  const across = reach(width, second.width, scale, dx);
  const down = reach(height, second.height, scale, dy);
  if (scale === 1 && Number.isInteger(dx) && Number.isInteger(dy)) {
    for (let y = down.from; y < down.to; y++) {
      const from = ((y - dy) * second.width + across.from - dx) * 4;
      const line = second.data.subarray(from, from + (across.to - across.from) * 4);
      data.set(line, (y * width + across.from) * 4);
    }
    return { width, height, data };
  }
  const { data: source } = second;
  for (let y = down.from; y < down.to; y++) {
    const upper = (down.before[y] as number) * second.width;
    const lower = (down.after[y] as number) * second.width;
    const b = down.share[y] as number;
    for (let x = across.from; x < across.to; x++) {
      const [left, right] = [across.before[x] as number, across.after[x] as number];
      const a = across.share[x] as number;
      const at = (y * width + x) * 4;
      for (let channel = 0; channel < 4; channel++) {
        const nw = source[(upper + left) * 4 + channel] as number;
        const ne = source[(upper + right) * 4 + channel] as number;
        const sw = source[(lower + left) * 4 + channel] as number;
        const se = source[(lower + right) * 4 + channel] as number;
        const above = nw + (ne - nw) * a;
        data[at + channel] = above + (sw + (se - sw) * a - above) * b;
      }
    }
  }
  return { width, height, data };
}

/** Where the second picture begins and ends along one side of the first, and between which of its pixels each lies. */
function reach(count: number, most: number, scale: number, shift: number) {
  const inside = (i: number) => Math.abs((i + 0.5 - shift) / scale - most / 2) <= most / 2;
  let [from, to] = [0, count];
  while (from < to && !inside(from)) from++;
  while (to > from && !inside(to - 1)) to--;
  return { ...between(count, most, scale, shift), from, to };
}
