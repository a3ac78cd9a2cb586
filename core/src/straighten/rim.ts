import type { Levels } from '../raster/levels.ts';
import { besideSide, PLACES, STEP } from './besideSide.ts';
import type { Quad } from './homography.ts';
import { offSide, sideAt } from './quads.ts';

/** Levels between two places of one material, one after the other. */
const PLAIN = 12;
/** Levels of another side of the same material differ by no more than this share, besides. */
const OTHER = 0.2;
/** So far within the inner edge one looks, in pixels: past what the lens has mixed. */
const WITHIN = 3;

export interface Rim {
  /** share of the rim that is of one material, 0 to 1: on its weakest side, and on all four */
  plainest: number;
  plain: number;
  /** share of the inner edge at which something else begins */
  weakestStep: number;
  step: number;
}

/**
 * What lies between two quads, the one within the other: a screen's rim is of one material all around, and something else
 * begins within it. A line printed around a page has the page on both sides; a panel on a screen has a second material
 * between itself and the rim. Below a screen only as much is looked at as there is beside it, for there may be keys.
 */
export function rimBetween(picture: Levels, outer: Quad, inner: Quad): Rim {
  const [top = 0, right = 0, bottom = 0, left = 0] = [0, 1, 2, 3].map((side) => {
    const [a, b] = sideAt(inner, side);
    return offSide(outer, side, { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
  });
  const usual = [top, right, left].sort((a, b) => a - b)[1] as number;
  const sides = [top, right, Math.min(bottom, usual), left].map((room, side) =>
    sideOf(picture, inner, side, room),
  );
  const mean = (list: number[]) => list.reduce((sum, one) => sum + one, 0) / list.length;
  const levels = sides.map((one) => one.level);
  // Light falls off along a side, a little.
  const beside = mean([levels[1] as number, levels[3] as number]);
  const isOther = (level: number) => Math.abs(level - beside) > PLAIN + OTHER * beside;
  const plain = sides.map((one) => (isOther(one.level) ? 0 : one.plain));
  const step = sides.map((one) => one.step);
  return {
    plainest: Math.min(...plain),
    plain: mean(plain),
    weakestStep: Math.min(...step),
    step: mean(step),
  };
}

function sideOf(
  picture: Levels,
  inner: Quad,
  side: number,
  wide: number,
): { plain: number; step: number; level: number } {
  const [from, to] = sideAt(inner, side);
  const at = besideSide(picture, from, to);
  const depths = [0.35, 0.5, 0.65].map((share) => -Math.max(share * wide, 1.5));
  let [plain, step] = [0, 0];
  let before: number | null = null;
  const middles: number[] = [];
  for (const along of PLACES) {
    const rim = depths.map((depth) => at(along, depth));
    const middle = rim[1] as number;
    const isOne = Math.max(...rim) - Math.min(...rim) <= PLAIN;
    if (isOne && (before === null || Math.abs(middle - before) <= PLAIN)) plain++;
    before = middle;
    middles.push(middle);
    if (Math.abs(at(along, WITHIN) - middle) >= STEP) step++;
  }
  const level = middles.sort((a, b) => a - b)[PLACES.length >> 1] as number;
  return { plain: plain / PLACES.length, step: step / PLACES.length, level };
}
