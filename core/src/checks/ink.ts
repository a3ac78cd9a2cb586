import { greyOf } from '../raster/grey.ts';
import type { Raster } from '../raster/raster.ts';

const BLOCK = 8;
/** Levels of brightness, of 255, that a stroke differs from its paper. */
const STEP = 48;
/** Steps in each direction: letters have both, a border or a ruled line only one. */
const [ACROSS, DOWN] = [4, 3];

/** How many squares of 8 pixels hold something like writing; a line of 60 letters of common size about 100. O(pixels). */
export function inkBlocks(raster: Raster): number {
  const { width, height } = raster;
  const grey = greyOf(raster);
  let ink = 0;
  for (let top = 0; top + BLOCK < height; top += BLOCK)
    for (let left = 0; left + BLOCK < width; left += BLOCK) {
      let [across, down] = [0, 0];
      for (let y = top; y < top + BLOCK; y++)
        for (let x = left; x < left + BLOCK; x++) {
          const here = grey[y * width + x] as number;
          if (Math.abs(here - (grey[y * width + x + 1] as number)) >= STEP) across++;
          if (Math.abs(here - (grey[(y + 1) * width + x] as number)) >= STEP) down++;
        }
      if (across >= ACROSS && down >= DOWN) ink++;
    }
  return ink;
}
