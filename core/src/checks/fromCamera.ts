import type { Raster } from '../raster/raster.ts';

const SQUARE = 64;
/** Levels, of 255, within which a square holds nothing but its ground. */
const SMOOTH = 40;
/** Fewer squares say nothing. */
const FEWEST = 20;
/** Share of the smooth squares that are one colour to the level: less in a photograph, whose light falls off and has grain. */
const FLAT = 0.02;
/** Share of them in which no neighbours differ by two levels or more: of wallpapers that slope most, of a photograph fewer. */
const SLOPES = 0.5;

/**
 * Whether a picture was taken by a camera, as far as its pixels tell: where it is smooth, what a program draws is one colour,
 * also after it was made smaller, larger or a JPEG, and what a camera takes is not. Measured: of 48
 * photographs put together here 45, of 146 pages and desktops 1, of the same made smaller and larger again 4. O(pixels).
 *
 * @returns false where there is too little that is smooth to tell
 */
export function fromCamera({ width, height, data }: Raster): boolean {
  let [smooth, flat, sloping] = [0, 0, 0];
  for (let top = 0; top + SQUARE <= height; top += SQUARE)
    for (let left = 0; left + SQUARE <= width; left += SQUARE) {
      let [low, high, one, even] = [255, 0, true, true];
      const first = (top * width + left) * 4;
      for (let y = 0; y < SQUARE && high - low <= SMOOTH; y++) {
        const row = first + y * width * 4;
        for (let at = row; at < row + SQUARE * 4; at += 4) {
          const green = data[at + 1] as number;
          if (green < low) low = green;
          if (green > high) high = green;
          if (at > row && Math.abs(green - (data[at - 3] as number)) > 1) even = false;
          if (y > 0 && Math.abs(green - (data[at - width * 4 + 1] as number)) > 1) even = false;
          one &&= green === data[first + 1] && data[at] === data[first] && data[at + 2] === data[first + 2];
        }
      }
      if (high - low > SMOOTH) continue;
      smooth++;
      if (one) flat++;
      if (even) sloping++;
    }
  return smooth >= FEWEST && flat < FLAT * smooth && sloping < SLOPES * smooth;
}
