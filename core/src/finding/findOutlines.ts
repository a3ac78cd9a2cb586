import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { type Corner, findCorners } from './corners.ts';
import { coveredOutlines } from './coveredOutlines.ts';
import { type Edges, findEdges } from './edges.ts';
import { areaOf, LEAST_ALL, LEAST_SIDE, type Outline, onceEach, SLACK } from './outline.ts';

export interface OutlineOptions {
  /** smallest side of an outline in pixels, a third less for a bar ten times as long; default 24 */
  smallest?: number;
  /** most outlines that are given, the largest first; default 600 */
  most?: number;
  /** an AbortSignal, or what can be asked like one */
  signal?: { throwIfAborted(): void } | undefined;
}

/** A bar, such as a panel along the lower edge of a screen, may be thinner than a window or a part. */
const BAR_THINNESS = 2 / 3;
const BAR_LENGTH = 10;

/** Partners that are tried from one corner along one side; a table of thousands of cells stays affordable. */
const MOST_PARTNERS = 200;
/** What a covered window covers may itself be covered: each round looks one layer deeper. */
const ROUNDS = 2;

/**
 * Finds the outlines of windows and parts in a picture of a screen: boxes whose four sides are edges and whose corners
 * are corners, and then those that another found box covers in part. Nothing found is a normal answer.
 *
 * @returns outlines from the largest to the smallest
 * @throws the signal's reason when it is aborted
 */
export function findOutlines(raster: Raster, options: OutlineOptions = {}): Outline[] {
  const { smallest = 24, most = 600, signal } = options;
  const edges = findEdges(raster);
  signal?.throwIfAborted();
  const corners = findCorners(edges);
  signal?.throwIfAborted();
  let found = onceEach(wholeOutlines(edges, corners, smallest, raster), raster);
  for (let round = 0; round < ROUNDS; round++) {
    signal?.throwIfAborted();
    const more = onceEach([...found, ...coveredOutlines(edges, corners, found, smallest)], raster);
    if (more.length === found.length) break;
    found = more;
  }
  return found.sort((a, b) => areaOf(b.box) - areaOf(a.box)).slice(0, most);
}

/** Boxes of which all four corners and sides are seen. */
function wholeOutlines(
  edges: Edges,
  corners: readonly Corner[],
  smallest: number,
  { width, height }: Raster,
): Outline[] {
  const upperRight = byLine(corners, 'upperRight', 'y', 'x');
  const lowerLeft = byLine(corners, 'lowerLeft', 'x', 'y');
  const stride = width + 1;
  const lowerRight = new Uint8Array(stride * (height + 1));
  for (const { x, y, lowerRight: is } of corners) {
    if (!is) continue;
    for (let dy = -SLACK; dy <= SLACK; dy++)
      for (let dx = -SLACK; dx <= SLACK; dx++) {
        const [nx, ny] = [x + dx, y + dy];
        if (nx >= 0 && ny >= 0 && nx <= width && ny <= height) lowerRight[ny * stride + nx] = 1;
      }
  }
  const thinnest = smallest * BAR_THINNESS;
  const found: Outline[] = [];
  for (const start of distinct(corners.filter((c) => c.upperLeft))) {
    const rights = near(upperRight, start.y).filter(
      (x) => x - start.x >= thinnest && edges.rows.support(start.y, start.x, x) >= LEAST_SIDE,
    );
    if (rights.length === 0) continue;
    const bottoms = near(lowerLeft, start.x).filter(
      (y) => y - start.y >= thinnest && edges.columns.support(start.x, start.y, y) >= LEAST_SIDE,
    );
    for (const x of rights.slice(-MOST_PARTNERS)) {
      for (const y of bottoms.slice(-MOST_PARTNERS)) {
        if (!lowerRight[y * stride + x]) continue;
        const box = { x: start.x, y: start.y, width: x - start.x, height: y - start.y };
        if (box.width === width && box.height === height) continue;
        const [shorter, longer] = [Math.min(box.width, box.height), Math.max(box.width, box.height)];
        if (shorter < smallest && longer < smallest * BAR_LENGTH) continue;
        const support = supportOf(edges, box);
        if (support >= LEAST_ALL) found.push({ box, support, complete: true });
      }
    }
  }
  return found;
}

function distinct(corners: readonly Corner[]): Corner[] {
  return [...new Map(corners.map((c) => [`${c.x},${c.y}`, c])).values()];
}

/** Where along each line there are corners of one kind, in order. */
function byLine(
  corners: readonly Corner[],
  kind: 'upperRight' | 'lowerLeft',
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
function supportOf({ rows, columns }: Edges, { x, y, width, height }: Box): number {
  const top = rows.support(y, x, x + width);
  const bottom = rows.support(y + height, x, x + width);
  const left = columns.support(x, y, y + height);
  const right = columns.support(x + width, y, y + height);
  if (Math.min(top, bottom, left, right) < LEAST_SIDE) return 0;
  return ((top + bottom) * width + (left + right) * height) / (2 * (width + height));
}
