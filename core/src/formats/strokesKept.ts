import { greyOf } from '../raster/grey.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';

/** Levels of brightness, of 255, by which neighbours in a stroke differ at least. */
const STROKE = 24;
/** Neighbours that differ by less are plain: what differs there afterwards was not in the picture. */
const PLAIN = 6;
/** Plain pixels count as noise only this near to a stroke. */
const NEAR = 4;

/**
 * How much of the strokes of a picture, letters and thin lines, is left in one that was made of it: 1 where all is, less
 * for what was flattened and for what was added beside them. O(pixels).
 *
 * @returns null where there are hardly any strokes
 * @throws CoreError `bad-raster`
 */
export function strokesKept(original: Raster, made: Raster): number | null {
  checkRaster(original);
  checkRaster(made);
  const [before, after] = [greyOf(original), greyOf(made)];
  const { width, height } = original;
  let [all, kept, noise] = [0, 0, 0];
  for (let y = 0; y < height; y++) {
    let since = NEAR + 1;
    for (let at = y * width + 1, end = (y + 1) * width; at < end; at++) {
      const step = (before[at] as number) - (before[at - 1] as number);
      const left = (after[at] as number) - (after[at - 1] as number);
      const size = Math.abs(step);
      if (size >= STROKE) {
        since = 0;
        all += size;
        kept += Math.min(Math.max(left * Math.sign(step), 0), size);
      } else if (++since <= NEAR && size <= PLAIN) noise += Math.max(Math.abs(left) - size, 0);
    }
  }
  if (all < LEAST_STROKES * STROKE) return null;
  return Math.max(0, (kept - noise / 2) / all);
}

const LEAST_STROKES = 60;
