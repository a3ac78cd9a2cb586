import { greyOf } from '../raster/grey.ts';
import type { Raster } from '../raster/raster.ts';

/** Levels of brightness, of 255, that an edge rises or falls by in all: letters on paper, borders. */
const RISE = 60;
/** Fewer edges say nothing. */
const FEWEST = 200;
/** Wider ones are slopes. */
const WIDEST = 16;
/** So many tell as much as all; a picture of noise has a million. Every fourth row is read first, then those between. */
const ENOUGH = 40_000;
const ROWS = [0, 2, 1, 3] as const;
/** Widths are counted in these parts of a pixel. */
const PARTS = 10;
/** The narrowest tenth decides: a sharp picture may hold a photograph, a blurred one holds nothing sharp. */
const SHARE = 0.1;

/**
 * How wide the narrowest edges are, in pixels: rows are cut into stretches that only rise or only fall, and of those
 * that do so by enough, the width of the part between a tenth and nine tenths. After the measure of blur by edge width
 * (Marziliano and others, "A no-reference perceptual blur metric", 2002; from memory). O(pixels).
 *
 * @returns null where there are too few edges to tell
 */
export function edgeWidth(raster: Raster): number | null {
  const { width, height } = raster;
  const grey = greyOf(raster);
  const counts = new Uint32Array(WIDEST * PARTS + 1);
  let all = 0;
  for (const first of ROWS) {
    if (all >= ENOUGH) break;
    for (let y = first; y < height; y += ROWS.length) all += countRow(grey, y * width, width, counts);
  }
  if (all < FEWEST) return null;
  let below = 0;
  for (const [wide, count] of counts.entries()) {
    below += count;
    if (below >= all * SHARE) return wide / PARTS;
  }
  return WIDEST;
}

/** Counts the widths of a row's edges. @returns how many it has */
function countRow(grey: Uint8Array, row: number, width: number, counts: Uint32Array): number {
  let all = 0;
  let start = 0;
  let way = 0;
  for (let x = 1; x <= width; x++) {
    const step = x < width ? (grey[row + x] as number) - (grey[row + x - 1] as number) : 0;
    const now = Math.sign(step);
    if (now === way) continue;
    if (way !== 0) {
      const rise = Math.abs((grey[row + x - 1] as number) - (grey[row + start] as number));
      if (rise >= RISE) {
        const wide = Math.round(middleWidth(grey, row + start, row + x - 1) * PARTS);
        const cell = Math.min(WIDEST * PARTS, wide);
        counts[cell] = (counts[cell] as number) + 1;
        all++;
      }
    }
    start = x - 1;
    way = now;
  }
  return all;
}

/** From a tenth to nine tenths of the way from one place to another, in pixels, as straight lines between pixels have it. */
function middleWidth(grey: ArrayLike<number>, from: number, to: number): number {
  const [low, high] = [grey[from] as number, grey[to] as number];
  const part = (at: number) => ((grey[at] as number) - low) / (high - low);
  const crossing = (share: number) => {
    let at = from;
    while (part(at + 1) < share) at++;
    return at + (share - part(at)) / (part(at + 1) - part(at));
  };
  return crossing(0.9) - crossing(0.1);
}
