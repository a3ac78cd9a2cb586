import type { Point } from '../geometry/box.ts';
import type { Levels } from '../raster/levels.ts';
import { besideSide, inwards, PLACES, STEP } from './besideSide.ts';
import type { Quad } from './homography.ts';
import { sideAt } from './quads.ts';

/** So far within the outer edge its own slope is over, in pixels; and from there on one goes in such steps. */
const [BEHIND, STRIDE] = [2.5, 0.5];
/** Places that end on one line within this many pixels, and the share of all that have to. */
const [ON_LINE, LEAST_ON_LINE] = [0.8, 0.45];

/** A line through two points. */
export type Edge = readonly [Point, Point];

/**
 * Goes in from a side of a quad, place by place, to where its material ends, and lays a line through these ends: the inner
 * edge of a rim, also where what it frames has many stronger lines.
 * @param most pixels that a rim is wide
 * @returns null where they lie on no line
 */
export function innerEdge(picture: Levels, outer: Quad, side: number, most: number): Edge | null {
  const [from, to] = sideAt(outer, side);
  const at = besideSide(picture, from, to);
  const ends: Point[] = [];
  for (const along of PLACES) {
    const rim = at(along, BEHIND);
    for (let within = BEHIND + STRIDE; within <= most; within += STRIDE)
      if (Math.abs(at(along, within) - rim) >= STEP) {
        ends.push({ x: along, y: within });
        break;
      }
  }
  const on = lineOf(ends);
  if (!on) return null;
  const corner = (along: number): Point => {
    const within = on.at + on.slope * along;
    const [nx, ny] = inwards(from, to);
    return {
      x: from.x + (to.x - from.x) * along + nx * within,
      y: from.y + (to.y - from.y) * along + ny * within,
    };
  };
  return [corner(0), corner(1)];
}

/** The line that most of the points lie on; least squares through those. */
function lineOf(points: readonly Point[]): { at: number; slope: number } | null {
  let best: Point[] = [];
  for (const [i, a] of points.entries())
    for (const b of points.slice(i + 1)) {
      const slope = (b.y - a.y) / (b.x - a.x);
      const on = points.filter(({ x, y }) => Math.abs(a.y + slope * (x - a.x) - y) <= ON_LINE);
      if (on.length > best.length) best = on;
    }
  if (best.length < LEAST_ON_LINE * PLACES.length) return null;
  const mean = (of: (point: Point) => number) => best.reduce((sum, one) => sum + of(one), 0) / best.length;
  const [x, y] = [mean((one) => one.x), mean((one) => one.y)];
  const spread = mean((one) => (one.x - x) ** 2);
  const slope = spread === 0 ? 0 : mean((one) => (one.x - x) * (one.y - y)) / spread;
  return { at: y - slope * x, slope };
}
