import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import type { Corner } from './corners.ts';
import type { Edges } from './edges.ts';
import { LEAST_ALL, LEAST_SIDE, type Outline, SLACK } from './outline.ts';

/** A bar, such as a panel along the lower edge of a screen, may be thinner than a window or a part. */
const BAR_THINNESS = 2 / 3;
const BAR_LENGTH = 10;

/** Partners that are tried from one corner along one side; a table of thousands of cells stays affordable. */
const MOST_PARTNERS = 200;
/** What a box needs of which one corner is not seen, as where a lit menu entry and its title flow together. */
const LEAST_SIDE_OF_THREE = 0.85;
const LEAST_ALL_OF_THREE = 0.93;

/**
 * Boxes of which all four sides are seen: whole with all corners, three-cornered with three at which no line goes on,
 * so that a table is no box for every rectangle of its cells.
 */
export function wholeOutlines(
  edges: Edges,
  corners: readonly Corner[],
  smallest: number,
  picture: Raster,
): { whole: Outline[]; threeCornered: Outline[] } {
  const whole: Outline[] = [];
  const threeCornered: Outline[] = [];
  const lowerRight = placesOf(corners, 'lowerRight', picture.width);
  boxesFrom('upperLeft', edges, corners, smallest, picture, (box) => {
    if (!lowerRight.has(placeOf(box.x + box.width, box.y + box.height, picture.width))) return;
    const support = supportOf(edges, box, LEAST_SIDE);
    if (support >= LEAST_ALL) whole.push({ box, support, complete: true });
  });
  const sharp = corners.filter((c) => c.sharp);
  for (const kind of KINDS)
    boxesFrom(kind, edges, sharp, smallest, picture, (box) => {
      const support = supportOf(edges, box, LEAST_SIDE_OF_THREE);
      if (support >= LEAST_ALL_OF_THREE) threeCornered.push({ box, support, complete: false });
    });
  return { whole, threeCornered };
}

/** Gives every box with a corner of one kind, and the two that share a side with it, at places that are such corners. */
function boxesFrom(
  kind: Kind,
  edges: Edges,
  corners: readonly Corner[],
  smallest: number,
  { width, height }: Raster,
  give: (box: Box) => void,
): void {
  const [down, right] = [kind.startsWith('upper'), kind.endsWith('Left')];
  const besides = byLine(corners, kindOf(down, !right), 'y', 'x');
  const belows = byLine(corners, kindOf(!down, right), 'x', 'y');
  const thinnest = smallest * BAR_THINNESS;
  // The farthest partners: near ones are parts of what the far ones hold.
  const farthest = (places: number[], onwards: boolean) =>
    onwards ? places.slice(-MOST_PARTNERS) : places.slice(0, MOST_PARTNERS);
  for (const start of distinct(corners.filter((c) => c[kind]))) {
    const sides = near(besides, start.y).filter((x) => {
      const [from, to] = right ? [start.x, x] : [x, start.x];
      return to - from >= thinnest && edges.rows.support(start.y, from, to) >= LEAST_SIDE;
    });
    if (sides.length === 0) continue;
    const ends = near(belows, start.x).filter((y) => {
      const [from, to] = down ? [start.y, y] : [y, start.y];
      return to - from >= thinnest && edges.columns.support(start.x, from, to) >= LEAST_SIDE;
    });
    for (const x of farthest(sides, right))
      for (const y of farthest(ends, down)) {
        const box = {
          x: Math.min(start.x, x),
          y: Math.min(start.y, y),
          width: Math.abs(start.x - x),
          height: Math.abs(start.y - y),
        };
        const [shorter, longer] = [Math.min(box.width, box.height), Math.max(box.width, box.height)];
        const tooThin = shorter < smallest && longer < smallest * BAR_LENGTH;
        if (!tooThin && !(box.width === width && box.height === height)) give(box);
      }
  }
}

type Kind = 'upperLeft' | 'upperRight' | 'lowerLeft' | 'lowerRight';
const KINDS: readonly Kind[] = ['upperLeft', 'upperRight', 'lowerLeft', 'lowerRight'];

const kindOf = (upper: boolean, left: boolean): Kind =>
  upper ? (left ? 'upperLeft' : 'upperRight') : left ? 'lowerLeft' : 'lowerRight';

const placeOf = (x: number, y: number, width: number) => y * (width + 1) + x;

/** Where there are corners of one kind, or as good as. */
function placesOf(corners: readonly Corner[], kind: Kind, width: number): Set<number> {
  const places = new Set<number>();
  for (const corner of corners) {
    if (!corner[kind]) continue;
    for (let dy = -SLACK; dy <= SLACK; dy++)
      for (let dx = -SLACK; dx <= SLACK; dx++) places.add(placeOf(corner.x + dx, corner.y + dy, width));
  }
  return places;
}

function distinct(corners: readonly Corner[]): Corner[] {
  return [...new Map(corners.map((c) => [`${c.x},${c.y}`, c])).values()];
}

/** Where along each line there are corners of one kind, in order. */
function byLine(
  corners: readonly Corner[],
  kind: Kind,
  line: 'x' | 'y',
  along: 'x' | 'y',
): Map<number, number[]> {
  const sets = new Map<number, Set<number>>();
  for (const corner of corners) {
    if (!corner[kind]) continue;
    const set = sets.get(corner[line]);
    if (set) set.add(corner[along]);
    else sets.set(corner[line], new Set([corner[along]]));
  }
  return new Map([...sets].map(([at, set]) => [at, [...set]]));
}

function near(lines: ReadonlyMap<number, readonly number[]>, at: number): number[] {
  const places = new Set<number>();
  for (let d = -SLACK; d <= SLACK; d++) for (const place of lines.get(at + d) ?? []) places.add(place);
  return [...places].sort((a, b) => a - b);
}

/** Share of the outline that is edge; 0 when one side has too little. */
function supportOf({ rows, columns }: Edges, { x, y, width, height }: Box, leastSide: number): number {
  const top = rows.support(y, x, x + width);
  const bottom = rows.support(y + height, x, x + width);
  const left = columns.support(x, y, y + height);
  const right = columns.support(x + width, y, y + height);
  if (Math.min(top, bottom, left, right) < leastSide) return 0;
  return ((top + bottom) * width + (left + right) * height) / (2 * (width + height));
}
