import type { Raster } from '../raster/raster.ts';

/** Every eighth row tells as much as all. */
const ROW_STEP = 8;
/** Levels, of 255, by which neighbours differ in what a lossy coding leaves around edges, or a camera everywhere; a slope has one. */
const [LEAST, MOST] = [2, 7];

/**
 * The share of neighbours along the rows of a picture that differ faintly: up to 0.024 in what programs draw, kept without
 * loss (39 of 40 desktops with shadows and slopes, 36 of 40 others), 0.03 and more in ruled pages as JPEG. O(pixels).
 */
export function grainOf({ width, height, data }: Raster): number {
  let [faint, all] = [0, 0];
  for (let y = ROW_STEP >> 1; y < height; y += ROW_STEP)
    for (let at = (y * width + 1) * 4; at < (y + 1) * width * 4; at += 4) {
      const most = Math.max(
        Math.abs((data[at] as number) - (data[at - 4] as number)),
        Math.abs((data[at + 1] as number) - (data[at - 3] as number)),
        Math.abs((data[at + 2] as number) - (data[at - 2] as number)),
      );
      all++;
      if (most >= LEAST && most <= MOST) faint++;
    }
  return all === 0 ? 0 : faint / all;
}
