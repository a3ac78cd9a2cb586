import type { Point } from '../geometry/box.ts';
import type { Quad } from './homography.ts';
import type { StraightLine } from './straightLines.ts';

/** A sheet fills at least this share of the picture. */
const LEAST_SHARE = 0.08;
/** Opposite sides differ by no more: seen at a steeper angle, nothing can be read. */
const MOST_UNEQUAL = 2;
/** A bezel takes at most this share of a screen's width and height; below it there may be keys, as on a laptop. */
const [BEZEL, DECK] = [0.07, 0.5];
/** And at least so many pixels of the search. */
const LEAST_RIM = 1.5;

/** A side of a quad, in the order of its corners: top, right, bottom, left. */
export const sideAt = (quad: Quad, side: number): [Point, Point] => [
  quad[side] as Point,
  quad[(side + 1) % 4] as Point,
];

/** How far a point lies off a side, towards the inside. */
export function offSide(quad: Quad, side: number, { x, y }: Point): number {
  const [from, to] = sideAt(quad, side);
  return (
    ((to.x - from.x) * (y - from.y) - (to.y - from.y) * (x - from.x)) /
    Math.hypot(to.x - from.x, to.y - from.y)
  );
}

/** How long the way is from a side to the one opposite. */
function across(quad: Quad, side: number): number {
  const [from, to] = sideAt(quad, side % 2 === 0 ? 3 : 0);
  return Math.hypot(to.x - from.x, to.y - from.y);
}

/** As wide as the rim of a screen may be at a side. */
export const widestRim = (quad: Quad, side: number): number => BEZEL * across(quad, side) + 2;

/** Whether it lies within, a little off each side. */
export function isFramedBy(inner: Quad, outer: Quad): boolean {
  return [0, 1, 2, 3].every((side) => {
    const most = side === 2 ? DECK * across(outer, side) + 2 : widestRim(outer, side);
    return sideAt(inner, side).every((corner) => {
      const off = offSide(outer, side, corner);
      return off >= LEAST_RIM && off <= most;
    });
  });
}

export type Straight = Pick<StraightLine, 'rho' | 'cos' | 'sin'>;

export function crossing(a: Straight, b: Straight): Point {
  const det = a.cos * b.sin - a.sin * b.cos;
  return { x: (a.rho * b.sin - b.rho * a.sin) / det, y: (b.rho * a.cos - a.rho * b.cos) / det };
}

/** Whether four points can be a sheet that is seen at an angle: in the picture, convex, large enough, not too askew. */
export function isPossible(quad: readonly Point[], width: number, height: number): boolean {
  const slack = 2;
  if (quad.some(({ x, y }) => x < -slack || y < -slack || x > width + slack || y > height + slack))
    return false;
  const long = quad.map((from, i) => {
    const to = quad[(i + 1) % 4] as Point;
    return Math.hypot(to.x - from.x, to.y - from.y);
  }) as [number, number, number, number];
  const unequal = (a: number, b: number) => Math.max(a, b) > MOST_UNEQUAL * Math.min(a, b);
  if (unequal(long[0], long[2]) || unequal(long[1], long[3])) return false;
  const convex = quad.every((from, i) => {
    const [to, next] = [quad[(i + 1) % 4] as Point, quad[(i + 2) % 4] as Point];
    return (to.x - from.x) * (next.y - to.y) - (to.y - from.y) * (next.x - to.x) > 0;
  });
  return convex && areaOf(quad) >= LEAST_SHARE * width * height;
}

/** Off by no more pixels of the search, a side follows the pixels. */
const STRAIGHT = 0.6;

/** Two sides that follow the pixels are a window's in a picture of a screen; no camera is held so straight. */
export const isUpright = ([a, b, c, d]: Quad): boolean =>
  [a.y - b.y, c.y - d.y, a.x - d.x, b.x - c.x].filter((off) => Math.abs(off) <= STRAIGHT).length >= 2;

/** Area of a quad by the shoelace formula. */
export function areaOf(quad: readonly Point[]): number {
  let sum = 0;
  for (let i = 0; i < 4; i++) {
    const a = quad[i] as Point;
    const b = quad[(i + 1) % 4] as Point;
    sum += a.x * b.y - b.x * a.y;
  }
  return Math.abs(sum) / 2;
}
