import { greyOf } from '../raster/grey.ts';
import type { Raster } from '../raster/raster.ts';

/** A pixel that differs more from the ground is of a letter; common practice, no source. */
const LEAST_CONTRAST = 48;
/** Letters cover less of their line than this; common practice, no source. */
const MOST_INK = 0.6;
/** As far from the hand, in pixels, a line may begin. */
const REACH = 14;
/** Above and below it so much of its height is free, so that accents and tails are in it. */
const MARGIN = 0.12;

/**
 * The line of text at a height of a strip of a picture: where it begins and ends from top to bottom. Null where there is
 * no text near.
 * @param strip as wide as what was drawn along
 * @param y of the hand, in pixels of the strip
 */
export function lineOfText(strip: Raster, y: number): { top: number; bottom: number } | null {
  const { width, height } = strip;
  if (width < 2 || height < 2) return null;
  const grey = greyOf(strip);
  const ground = commonest(grey);
  const ink = Array.from({ length: height }, (_, row) => {
    let count = 0;
    for (let x = 0; x < width; x++)
      if (Math.abs((grey[row * width + x] as number) - ground) > LEAST_CONTRAST) count++;
    return count / width;
  });
  // A rule or the edge of a window goes all the way; letters leave ground between them.
  const hasInk = ink.map((share) => share > 0 && share < 0.95);
  const start = Math.min(Math.max(Math.round(y), 0), height - 1);
  const at = nearestTrue(hasInk, start);
  if (at === null) return null;
  let [top, bottom] = [at, at];
  while (top > 0 && hasInk[top - 1]) top--;
  while (bottom < height - 1 && hasInk[bottom + 1]) bottom++;
  // What reaches both ends of the strip is no line of text but a picture.
  if (top === 0 && bottom === height - 1) return null;
  const rows = ink.slice(top, bottom + 1);
  if (rows.reduce((sum, share) => sum + share, 0) / rows.length > MOST_INK) return null;
  const margin = Math.max(1, Math.round((bottom + 1 - top) * MARGIN));
  return { top: Math.max(0, top - margin), bottom: Math.min(height, bottom + 1 + margin) };
}

function nearestTrue(rows: readonly boolean[], start: number): number | null {
  for (let away = 0; away <= REACH; away++)
    for (const row of [start - away, start + away]) if (rows[row]) return row;
  return null;
}

function commonest(grey: Uint8Array): number {
  const counts = new Uint32Array(256);
  for (const level of grey) counts[level] = (counts[level] as number) + 1;
  return counts.indexOf(Math.max(...counts));
}
