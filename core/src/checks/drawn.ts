import { greyOf } from '../raster/grey.ts';
import type { Raster } from '../raster/raster.ts';

/** A bar at the upper or lower edge is at most as high, in pixels; on a display of many pixels a share of its height. */
const HIGHEST_BAR = 64;
const HIGHEST_SHARE = 0.06;
/** Share of a row that differs from the row beside it where a bar ends. */
const ACROSS = 0.9;
const BAR_STEP = 8;
/** Levels of brightness, of 255, by which what is drawn differs from what is beside it; wallpapers that slope do by less. */
const STEP = 24;

/**
 * How many pixels begin something, a letter, a line or a border, between a bar along the upper and one along the lower
 * edge, where there are such. O(pixels).
 */
export function drawnInside(raster: Raster): number {
  const { width, height } = raster;
  const grey = greyOf(raster);
  const endsBar = (y: number) => {
    let steps = 0;
    for (let at = y * width; at < (y + 1) * width; at++)
      if (Math.abs((grey[at] as number) - (grey[at - width] as number)) >= BAR_STEP) steps++;
    return steps >= ACROSS * width;
  };
  const begunIn = (y: number) => {
    let begun = 0;
    for (let at = y * width + 1; at < (y + 1) * width; at++) {
      const here = grey[at] as number;
      const [left, above] = [grey[at - 1] as number, grey[at - width] as number];
      if (Math.abs(here - left) >= STEP || Math.abs(here - above) >= STEP) begun++;
    }
    return begun;
  };
  const highest = Math.min(Math.max(HIGHEST_BAR, Math.round(height * HIGHEST_SHARE)), height - 1);
  let [top, bottom] = [0, height];
  for (let y = 1; y <= highest; y++) {
    if (endsBar(y)) top = y;
    if (endsBar(height - y)) bottom = height - y;
  }
  let [drawn, empty] = [0, 0];
  for (let y = top + 1; y < bottom; y++) {
    const begun = begunIn(y);
    if (begun === 0) empty++;
    // What stands alone at the lower edge is a bar too, without a border.
    else if (y >= height - highest && empty >= highest) break;
    else {
      drawn += begun;
      empty = 0;
    }
  }
  return drawn;
}
