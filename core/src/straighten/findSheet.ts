import type { Point } from '../geometry/box.ts';
import { levelsOf, scaled } from '../raster/levels.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';
import type { Quad } from './homography.ts';
import { softened } from './softened.ts';
import { type Gradients, gradientsOf, isOn, type StraightLine, straightLines } from './straightLines.ts';

/** The search runs on about this many pixels along the longer side; corners are good to a pixel or two of those. */
const SEARCH = 500;
/** A sheet fills at least this share of the picture. */
const LEAST_SHARE = 0.08;
/** Lines that are tried for each pair of sides, and how far from level or plumb they may be, in degrees. */
const [MOST_LINES, STEEPEST] = [40, 32];
/** Opposite sides are at least this share of the picture's width or height apart. */
const LEAST_APART = 0.2;
/** Opposite sides differ by no more: seen at a steeper angle, nothing can be read. */
const MOST_UNEQUAL = 2;

/** Places along a side that are looked at, but for its ends: corners are rounded, or bent. */
const PLACES = 40;
const ENDS = 0.08;
/** On how much of each side there has to be an edge, and on how much of all four. */
const [LEAST_SIDE, LEAST_ALL] = [0.75, 0.85];
/** And on how much of each fifth of a side but the middle one, where a stand or a hand may be. */
const LEAST_FIFTH = 0.6;
/** What a screen shows may be as dark as its rim here and there. */
const [LEAST_LIT_SIDE, LEAST_LIT_ALL] = [0.6, 0.75];

/** A bezel takes at most this share of a screen's width and height; below it there may be keys, as on a laptop. */
const [BEZEL, DECK] = [0.07, 0.5];

/** Four straight edges that close. */
interface Found {
  quad: Quad;
  area: number;
  /** share of its sides that is edge, 0 to 1; of the weakest side, and of all four */
  weakest: number;
  support: number;
  /** there is edge on all of each side, as far as nothing stands before its middle */
  whole: boolean;
  /** on all four sides lighter inside, or darker inside; mixed is what neither is */
  inside: 'lighter' | 'darker' | 'mixed';
}

/**
 * Finds the corners of one clear sheet or screen in a photograph: four long straight edges that close, the largest
 * such; of a screen, the lit area within its bezel.
 *
 * @returns null when there is no clear one; that is a normal answer
 */
export function findSheet(raster: Raster): Quad | null {
  checkRaster(raster);
  const step = Math.max(1, Math.ceil(Math.max(raster.width, raster.height) / SEARCH));
  const gradients = gradientsOf(softened(scaled(levelsOf(raster), 1 / step)));
  if (gradients.width < 3 || gradients.height < 3) return null;
  const best = choose(quadsOf(gradients));
  if (!best) return null;
  const enlarge = ({ x, y }: Point): Point => ({
    x: Math.min(Math.max(x * step, 0), raster.width),
    y: Math.min(Math.max(y * step, 0), raster.height),
  });
  const [a, b, c, d] = best.quad;
  return [enlarge(a), enlarge(b), enlarge(c), enlarge(d)];
}

/** The largest; where it is the rim of a screen, what lies within. */
function choose(found: readonly Found[]): Found | null {
  const order = [...found].sort((a, b) => b.area - a.area);
  const largest = order.find(
    (one) => one.whole && one.inside !== 'mixed' && one.weakest >= LEAST_SIDE && one.support >= LEAST_ALL,
  );
  if (largest?.inside !== 'darker') return largest ?? null;
  const framed = order.filter((one) => isFramedBy(one.quad, largest.quad));
  const [lit] = framed.sort((a, b) => litScore(b) - litScore(a));
  return lit ?? largest;
}

/** What is lit is lighter than its rim, and has long edges. */
const litScore = ({ support, inside }: Found) => support + (inside === 'lighter' ? 0.15 : 0);

/** Whether it lies within, a little off each side. */
function isFramedBy(inner: Quad, outer: Quad): boolean {
  const wide = Math.hypot(outer[1].x - outer[0].x, outer[1].y - outer[0].y);
  const high = Math.hypot(outer[3].x - outer[0].x, outer[3].y - outer[0].y);
  const edges = outer.map((from, i) => ({ from, to: outer[(i + 1) % 4] as Point }));
  return edges.every(({ from, to }, side) => {
    const long = Math.hypot(to.x - from.x, to.y - from.y);
    const [most, least] = [(side === 2 ? DECK : BEZEL) * (side % 2 === 0 ? high : wide), 1.5];
    return [inner[side] as Point, inner[(side + 1) % 4] as Point].every(({ x, y }) => {
      const off = ((to.x - from.x) * (y - from.y) - (to.y - from.y) * (x - from.x)) / long;
      return off >= least && off <= most + 2;
    });
  });
}

function quadsOf(gradients: Gradients): Found[] {
  const { width, height } = gradients;
  const level = straightLines(gradients, MOST_LINES, (d) => Math.abs((d % 180) - 90) <= STEEPEST);
  const plumb = straightLines(gradients, MOST_LINES, (d) => Math.abs(((d + 90) % 180) - 90) <= STEEPEST);
  const rows = pairsOf(level, (line) => (line.rho - (width / 2) * line.cos) / line.sin, LEAST_APART * height);
  const columns = pairsOf(
    plumb,
    (line) => (line.rho - (height / 2) * line.sin) / line.cos,
    LEAST_APART * width,
  );
  const found: Found[] = [];
  for (const [top, bottom] of rows)
    for (const [left, right] of columns) {
      const quad = [
        crossing(top, left),
        crossing(top, right),
        crossing(bottom, right),
        crossing(bottom, left),
      ];
      if ([top, bottom, left, right].filter((line) => line.upright).length >= 2) continue;
      if (!isPossible(quad, width, height)) continue;
      const sides = [top, right, bottom, left].map((line, i) =>
        supportOf(gradients, line, quad[i] as Point, quad[(i + 1) % 4] as Point),
      );
      const support = sides.reduce((sum, side) => sum + side.edge, 0) / 4;
      const weakest = Math.min(...sides.map((side) => side.edge));
      if (weakest < LEAST_LIT_SIDE || support < LEAST_LIT_ALL) continue;
      const lighter = [top.sin > 0, bottom.sin < 0, left.cos > 0, right.cos < 0];
      const inside = lighter.every(Boolean) ? 'lighter' : lighter.some(Boolean) ? 'mixed' : 'darker';
      // Corners are between pixels; places in the search are middles of pixels.
      const [a, b, c, d] = quad.map(({ x, y }) => ({ x: x + 0.5, y: y + 0.5 })) as [
        Point,
        Point,
        Point,
        Point,
      ];
      if (!isUpright([a, b, c, d]))
        found.push({
          quad: [a, b, c, d],
          area: areaOf([a, b, c, d]),
          weakest,
          support,
          whole: sides.every((side) => side.whole),
          inside,
        });
    }
  return found;
}

/** Lines two by two, the one before the other. */
function pairsOf(
  lines: readonly StraightLine[],
  placeOf: (line: StraightLine) => number,
  apart: number,
): Array<readonly [StraightLine, StraightLine]> {
  const order = [...lines].sort((a, b) => placeOf(a) - placeOf(b));
  return order.flatMap((first, i) =>
    order
      .slice(i + 1)
      .flatMap((second) => (placeOf(second) - placeOf(first) >= apart ? [[first, second] as const] : [])),
  );
}

function crossing(a: StraightLine, b: StraightLine): Point {
  const det = a.cos * b.sin - a.sin * b.cos;
  return { x: (a.rho * b.sin - b.rho * a.sin) / det, y: (b.rho * a.cos - a.rho * b.cos) / det };
}

/** Whether four points can be a sheet that is seen at an angle: in the picture, convex, large enough, not too askew. */
function isPossible(quad: readonly Point[], width: number, height: number): boolean {
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

/** Share of a side on which there is an edge in its direction, and whether no stretch of it has next to none. */
function supportOf(
  gradients: Gradients,
  line: StraightLine,
  from: Point,
  to: Point,
): { edge: number; whole: boolean } {
  const fifths = [0, 0, 0, 0, 0];
  for (let place = 0; place < PLACES; place++) {
    const along = ENDS + ((1 - 2 * ENDS) * place) / (PLACES - 1);
    if (isOn(gradients, line, from.x + (to.x - from.x) * along, from.y + (to.y - from.y) * along))
      (fifths[Math.floor((place * 5) / PLACES)] as number)++;
  }
  return {
    edge: fifths.reduce((sum, edge) => sum + edge, 0) / PLACES,
    whole: fifths.every((edge, i) => i === 2 || edge >= (LEAST_FIFTH * PLACES) / 5),
  };
}

/** Off by no more pixels of the search, a side follows the pixels. */
const STRAIGHT = 0.6;

/** Two sides that follow the pixels are a window's in a picture of a screen; no camera is held so straight. */
const isUpright = ([a, b, c, d]: Quad): boolean =>
  [a.y - b.y, c.y - d.y, a.x - d.x, b.x - c.x].filter((off) => Math.abs(off) <= STRAIGHT).length >= 2;

/** Area of a quad by the shoelace formula. */
function areaOf(quad: readonly Point[]): number {
  let sum = 0;
  for (let i = 0; i < 4; i++) {
    const a = quad[i] as Point;
    const b = quad[(i + 1) % 4] as Point;
    sum += a.x * b.y - b.x * a.y;
  }
  return Math.abs(sum) / 2;
}
