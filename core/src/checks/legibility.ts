import { greyOf } from '../raster/grey.ts';
import { otsu } from '../raster/otsu.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';

/** Letters lower than this in pixels are hard to read; common practice, no source. */
export const LEAST_LETTER = 5;
/** Fewer shapes of the size of letters are icons, not text. */
const LEAST_LETTERS = 30;
const [LOWEST, HIGHEST, WIDEST] = [4, 48, 60];

/**
 * Height in pixels of the small letters (such as x or n) of a picture: the median height of the connected shapes that
 * have the size of letters. Null where there is hardly any text. O(pixels).
 */
export function letterHeight(raster: Raster): number | null {
  checkRaster(raster);
  const { width, height } = raster;
  const grey = greyOf(raster);
  const threshold = otsu(grey);
  const heights: number[] = [];
  for (const dark of [true, false]) heights.push(...shapeHeights(grey, width, height, threshold, dark));
  if (heights.length < LEAST_LETTERS) return null;
  heights.sort((a, b) => a - b);
  return heights[heights.length >> 1] as number;
}

/** The smallest scale at which text stays readable, at most 1; null where there is no text. */
export function leastScale(raster: Raster): number | null {
  const letters = letterHeight(raster);
  return letters === null ? null : Math.min(1, LEAST_LETTER / letters);
}

function shapeHeights(
  grey: Uint8Array,
  width: number,
  height: number,
  threshold: number,
  dark: boolean,
): number[] {
  const seen = new Uint8Array(grey.length);
  const heights: number[] = [];
  const open: number[] = [];
  const belongs = (at: number) => (grey[at] as number) <= threshold === dark;
  for (let start = 0; start < grey.length; start++) {
    if (seen[start] || !belongs(start)) continue;
    let [left, right, top, bottom, count] = [width, 0, height, 0, 0];
    seen[start] = 1;
    open.push(start);
    while (open.length > 0) {
      const at = open.pop() as number;
      const x = at % width;
      const y = (at - x) / width;
      count++;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
      for (const near of [x > 0 ? at - 1 : -1, x < width - 1 ? at + 1 : -1, at - width, at + width]) {
        if (near < 0 || near >= grey.length || seen[near] || !belongs(near)) continue;
        seen[near] = 1;
        open.push(near);
      }
    }
    const high = bottom - top + 1;
    const wide = right - left + 1;
    // A filled block is an icon or a cell, and one line a rule.
    if (high >= LOWEST && high <= HIGHEST && wide >= 2 && wide <= WIDEST && count < 0.85 * wide * high)
      heights.push(high);
  }
  return heights;
}
