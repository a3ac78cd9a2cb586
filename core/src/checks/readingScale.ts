import type { Size } from '../geometry/box.ts';

/** Letters of a screen are 10 to 16 pixels high; the reader knows letters of printed pages, about 30 high at 300 dpi. */
const MOST_SCALE = 3;
/** Reading takes about a second for each two million pixels. */
const MOST_PIXELS = 8_000_000;

/** How much a part is enlarged before it is read: as the letters of screens want it, as far as that can be waited for. */
export function readingScale({ width, height }: Size): number {
  return Math.min(MOST_SCALE, Math.sqrt(MOST_PIXELS / (width * height)));
}
