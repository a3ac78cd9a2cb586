import { type Box, type Size, wholeBox } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { findDisplays } from './findDisplays.ts';
import { findOutlines, type OutlineOptions } from './findOutlines.ts';
import type { Outline } from './outline.ts';
import type { Part } from './partMeant.ts';

/** Edges that belong together may be this many pixels apart. */
const NEAR = 3;
/** A bar along the top of a window is at most this high, and at most this share of the window. */
const MOST_BAR = { pixels: 90, share: 0.3 };

/**
 * Finds what somebody may point at in a picture of a screen, each with how likely it is meant as a whole.
 *
 * @returns from the largest to the smallest
 * @throws the signal's reason when it is aborted
 */
export const findParts = (raster: Raster, options?: OutlineOptions): Part[] =>
  rankParts(findOutlines(raster, options), findDisplays(raster).sure, raster);

/** @param displays of which it is sure; none where there is one */
export function rankParts(outlines: readonly Outline[], displays: readonly Box[], picture: Size): Part[] {
  const grounds = [...displays, wholeBox(picture)];
  const boxes = outlines.map(({ box }) => box);
  return outlines.map(({ box, complete }) => ({ ...box, complete, rank: rankOf(box, boxes, grounds) }));
}

/** What reaches along three sides of a display may be what lies behind all windows; a bar along its top says otherwise. */
function rankOf(box: Box, boxes: readonly Box[], grounds: readonly Box[]): number {
  const sides = Math.max(...grounds.map((ground) => sidesShared(box, ground)));
  if (sides === 4) return 0;
  return (hasBar(box, boxes) ? 2 : 0) + (sides < 3 ? 1 : 0);
}

const near = (a: number, b: number): boolean => Math.abs(a - b) <= NEAR;

const sidesShared = (a: Box, b: Box): number =>
  [
    near(a.x, b.x),
    near(a.y, b.y),
    near(a.x + a.width, b.x + b.width),
    near(a.y + a.height, b.y + b.height),
  ].filter(Boolean).length;

const hasBar = (box: Box, boxes: readonly Box[]): boolean =>
  boxes.some(
    (bar) =>
      bar !== box &&
      near(bar.x, box.x) &&
      near(bar.y, box.y) &&
      near(bar.x + bar.width, box.x + box.width) &&
      bar.height <= Math.min(MOST_BAR.pixels, Math.max(box.height * MOST_BAR.share, 20)),
  );
