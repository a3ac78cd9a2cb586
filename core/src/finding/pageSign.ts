import { greyOf } from '../raster/grey.ts';
import type { Raster } from '../raster/raster.ts';

/**
 * Widths of the stripes of the sign that the page shows where a share of the screen begins, dark and light in turns,
 * the first and the last one dark, in units. They are told apart by their ratios, as the finder patterns of ISO/IEC
 * 18004 are, so that the scale of the picture plays no part; no ruling or row of letters has these fifteen.
 */
export const PAGE_SIGN: readonly number[] = [3, 1, 1, 2, 1, 3, 2, 1, 1, 1, 3, 2, 1, 1, 4];

const UNITS = PAGE_SIGN.reduce((sum, units) => sum + units, 0);
/** A stripe may be off by this share of a unit and this many pixels: its edges fall between pixels. */
const OFF_UNITS = 0.3;
const OFF_PIXELS = 0.75;
/** Below this many pixels a unit the stripes run into each other. */
const LEAST_UNIT = 1.5;
/** How high the sign is shown, in units. */
export const PAGE_SIGN_HEIGHT = 4;
/** Rows that are looked at: of a sign of the least size, three. */
const EVERY_ROW = 2;
/** From one row to the next the sign begins at the same pixel, but for this many: edges are blurred. */
const ASLANT = 2;
/** Less bright than this is dark: between the sign's black and white nothing else counts. */
const DARK = 128;

/**
 * Whether the page's own sign is seen in a picture of a screen, at any scale from 1.5 pixels for each unit on. One row
 * may look so by chance; two of them, one below the other, do not.
 * @param picture opaque
 */
export function holdsPageSign(picture: Raster): boolean {
  const grey = greyOf(picture);
  let above: number[] = [];
  for (let y = 0; y < picture.height; y += EVERY_ROW) {
    const row = grey.subarray(y * picture.width, (y + 1) * picture.width);
    const found = signsIn(row);
    if (found.some((x) => above.some((other) => Math.abs(other - x) <= ASLANT))) return true;
    above = found;
  }
  return false;
}

/** Where in a row of brightnesses a sign begins. */
function signsIn(row: Uint8Array): number[] {
  const edges: number[] = [];
  const found: number[] = [];
  let dark: boolean | null = null;
  for (let x = 0; x <= row.length; x++) {
    const now: boolean | null = x === row.length ? null : (row[x] as number) < DARK;
    if (now === dark) continue;
    edges.push(x);
    // A stripe has ended here; a sign ends with a dark one.
    if (dark && edges.length > PAGE_SIGN.length && isSign(edges))
      found.push(edges[edges.length - 1 - PAGE_SIGN.length] as number);
    dark = now;
  }
  return found;
}

/** Whether the last stripes have the sign's ratios. @param edges where stripes begin, and where the last one ends */
function isSign(edges: readonly number[]): boolean {
  const first = edges.length - 1 - PAGE_SIGN.length;
  const edge = (i: number) => edges[first + i] as number;
  const unit = (edge(PAGE_SIGN.length) - edge(0)) / UNITS;
  return (
    unit >= LEAST_UNIT &&
    PAGE_SIGN.every(
      (units, i) => Math.abs(edge(i + 1) - edge(i) - units * unit) <= OFF_UNITS * unit + OFF_PIXELS,
    )
  );
}
