import type { Point } from '../geometry/box.ts';
import { type Levels, levelsOf, scaled } from '../raster/levels.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';
import type { Quad } from './homography.ts';
import { type Edge, innerEdge } from './innerEdge.ts';
import { areaOf, crossing, isFramedBy, isPossible, isUpright, type Straight, widestRim } from './quads.ts';
import { type Rim, rimBetween } from './rim.ts';
import { softened } from './softened.ts';
import { type Gradients, gradientsOf, isOn, type StraightLine, straightLines } from './straightLines.ts';

/** The search runs on about this many pixels along the longer side; corners are good to a pixel or two of those. */
const SEARCH = 500;
/** Lines that are tried for each pair of sides, and how far from level or plumb they may be, in degrees. */
const [MOST_LINES, STEEPEST] = [40, 32];
/** Opposite sides are at least this share of the picture's width or height apart. */
const LEAST_APART = 0.2;

/** Places along a side that are looked at, but for its ends: corners are rounded, or bent. */
const PLACES = 40;
const ENDS = 0.08;
/** On how much of each side there has to be an edge, and on how much of all four. */
const [LEAST_SIDE, LEAST_ALL] = [0.75, 0.85];
/** And on how much of each fifth of a side but the middle one, where a stand or a hand may be. */
const LEAST_FIFTH = 0.6;
/** What a screen shows may be as dark as its rim here and there. */
const [LEAST_LIT_SIDE, LEAST_LIT_ALL] = [0.6, 0.75];

/**
 * What a rim has at least: shares of it that are plain and of its inner edge at which something else begins. A sheet is
 * lighter than what it lies on, too, and what is printed on it is not to be taken for a screen.
 */
const DARK_RIM: Rim = { plain: 0.85, plainest: 0.6, step: 0.5, weakestStep: 0.25 };
const LIGHT_RIM: Rim = { plain: 0.9, plainest: 0.75, step: 0.8, weakestStep: 0.5 };

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
  const picture = softened(scaled(levelsOf(raster), 1 / step));
  if (picture.width < 3 || picture.height < 3) return null;
  const quad = choose(picture);
  if (!quad) return null;
  const enlarge = ({ x, y }: Point): Point => ({
    x: Math.min(Math.max(x * step, 0), raster.width),
    y: Math.min(Math.max(y * step, 0), raster.height),
  });
  const [a, b, c, d] = quad;
  return [enlarge(a), enlarge(b), enlarge(c), enlarge(d)];
}

/** The largest; where it is the rim of a screen, what lies within. */
function choose(picture: Levels): Quad | null {
  const gradients = gradientsOf(picture);
  const level = straightLines(gradients, MOST_LINES, (d) => Math.abs((d % 180) - 90) <= STEEPEST);
  const plumb = straightLines(gradients, MOST_LINES, (d) => Math.abs(((d + 90) % 180) - 90) <= STEEPEST);
  const order = quadsOf(gradients, level, plumb).sort((a, b) => b.area - a.area);
  const largest = order.find(
    (one) => one.whole && one.inside !== 'mixed' && one.weakest >= LEAST_SIDE && one.support >= LEAST_ALL,
  );
  if (!largest) return null;
  const framed = order.filter((one) => isFramedBy(one.quad, largest.quad));
  const within = [...framed.map((one) => one.quad), ...walkedQuads(picture, largest.quad, level)];
  const lit = withinRim(picture, largest, within);
  if (lit) return lit;
  if (largest.inside !== 'darker') return largest.quad;
  const [best] = framed.sort((a, b) => litScore(b) - litScore(a));
  return (best ?? largest).quad;
}

/** The one between which and the outer quad there is a rim of one material, if any. */
function withinRim(picture: Levels, { quad: outer, inside }: Found, within: readonly Quad[]): Quad | null {
  const least = inside === 'darker' ? DARK_RIM : LIGHT_RIM;
  const rims = within
    .map((quad) => ({ quad, rim: rimBetween(picture, outer, quad) }))
    .filter(
      ({ rim }) =>
        rim.plain >= least.plain &&
        rim.plainest >= least.plainest &&
        rim.step >= least.step &&
        rim.weakestStep >= least.weakestStep,
    )
    .sort((a, b) => b.rim.plain + b.rim.step - a.rim.plain - a.rim.step);
  return rims[0]?.quad ?? null;
}

/** Quads of edges that were come upon from a rim; below there may be more than a rim, and any level line is tried. */
function walkedQuads(picture: Levels, outer: Quad, level: readonly StraightLine[]): Quad[] {
  const [top, right, bottom, left] = [0, 1, 2, 3].map((side) =>
    innerEdge(picture, outer, side, widestRim(outer, side)),
  );
  if (!top || !right || !left) return [];
  const bottoms = [...(bottom ? [lineThrough(bottom)] : []), ...level.map(betweenPixels)];
  const [t, r, l] = [lineThrough(top), lineThrough(right), lineThrough(left)];
  return bottoms
    .map((b): Quad => [crossing(t, l), crossing(t, r), crossing(b, r), crossing(b, l)])
    .filter((quad) => isPossible(quad, picture.width, picture.height) && isFramedBy(quad, outer));
}

const lineThrough = ([from, to]: Edge): Straight => {
  const long = Math.hypot(to.x - from.x, to.y - from.y);
  const [cos, sin] = [-(to.y - from.y) / long, (to.x - from.x) / long];
  return { rho: from.x * cos + from.y * sin, cos, sin };
};

/** Corners are between pixels; places in the search are middles of pixels. */
const betweenPixels = ({ rho, cos, sin }: Straight): Straight => ({ rho: rho + (cos + sin) / 2, cos, sin });

/** What is lit is lighter than its rim, and has long edges. */
const litScore = ({ support, inside }: Found) => support + (inside === 'lighter' ? 0.15 : 0);

function quadsOf(
  gradients: Gradients,
  level: readonly StraightLine[],
  plumb: readonly StraightLine[],
): Found[] {
  const { width, height } = gradients;
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
