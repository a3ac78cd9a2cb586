import type { Box } from '../geometry/box.ts';
import type { Kind } from './cornerLines.ts';
import type { Corner } from './corners.ts';
import type { EdgeRun, Edges } from './edges.ts';
import { areaOf, LEAST_ALL, LEAST_SIDE, type Outline, SLACK } from './outline.ts';

/** What can lie over a window: at least a small menu. */
const COVER_WIDTH = 80;
const COVER_HEIGHT = 40;
/** A line that runs under a cover ends this close to the cover's side. */
const TOUCH = 4;
/** Sides of a window and of its parts may be apart by this. */
const BORDER = 4;
/** A covered side has to be seen for at least this long. */
const LEAST_SEEN = 16;

/** So that a picture full of boxes takes hardly longer than another: what is looked at of each at most. */
const MOST_COVERS = 150;
const MOST_OPEN = 120;
const MOST_CORNERS = 1200;
const MOST_TRIES = 6000;
/** So many boxes of one size are cells or keys: they cover nothing. */
const MANY_ALIKE = 8;
/** Sizes that differ by less are one. */
const ALIKE = 4;

/** A corner, and whether its row and its column each run on under a cover. */
interface OpenCorner {
  x: number;
  y: number;
  /** of both its lines, in pixels */
  length: number;
  rowOpen: boolean;
  columnOpen: boolean;
}

/**
 * Boxes of which a part lies under boxes found already. What is hidden is taken from what is seen: lines that run
 * under a cover, and the corners, or at least the two lines, that they must lead to.
 */
export function coveredOutlines(
  edges: Edges,
  corners: readonly Corner[],
  found: readonly Outline[],
  smallest: number,
): Outline[] {
  const covers = withoutAlike(found.map((f) => f.box))
    .filter((b) => b.width >= COVER_WIDTH && b.height >= COVER_HEIGHT)
    .sort((a, b) => areaOf(b) - areaOf(a))
    .slice(0, MOST_COVERS);
  const nested = covers.map((box) => ({ box, holders: covers.filter((c) => c !== box && holds(c, box)) }));
  const sides = new CoverSides(covers);
  const toHigher = (run: EdgeRun, flat: boolean) => sides.hide(flat, 'near', run.at, run.to);
  const toLower = (run: EdgeRun, flat: boolean) => sides.hide(flat, 'far', run.at, run.from);
  const cornersOf = (kind: Kind, row: typeof toHigher, column: typeof toHigher) =>
    fewEnough(
      once(
        corners
          .filter((c) => c.closed && c[kind])
          .map((c) => ({
            x: c.x,
            y: c.y,
            length: c.row.to - c.row.from + c.column.to - c.column.from,
            rowOpen: row(c.row, true),
            columnOpen: column(c.column, false),
          })),
      ),
    );
  const upperLeft = cornersOf('upperLeft', toHigher, toHigher);
  const upperRight = cornersOf('upperRight', toLower, toHigher);
  const lowerLeft = cornersOf('lowerLeft', toHigher, toLower);
  const lowerRight = cornersOf('lowerRight', toLower, toLower);
  const longestBetween = (runs: readonly EdgeRun[], flat: boolean) =>
    runs
      .filter((run) => toLower(run, flat) && toHigher(run, flat))
      .sort((a, b) => b.to - b.from - (a.to - a.from))
      .slice(0, MOST_OPEN);
  const rowsBetween = longestBetween(edges.rows.runs, true);
  const columnsBetween = longestBetween(edges.columns.runs, false);

  const outlines: Outline[] = [];
  const seen = new Set<string>();
  const tryBox = (left: number, top: number, right: number, bottom: number) => {
    if (right - left < smallest || bottom - top < smallest) return;
    // Cheap to ask, and answers for most: on every side something has to be seen at all.
    const enough = LEAST_SEEN * LEAST_SIDE;
    if (
      edges.rows.support(top, left, right) * (right - left) < enough ||
      edges.rows.support(bottom, left, right) * (right - left) < enough ||
      edges.columns.support(left, top, bottom) * (bottom - top) < enough ||
      edges.columns.support(right, top, bottom) * (bottom - top) < enough
    )
      return;
    const key = `${left},${top},${right},${bottom}`;
    if (seen.has(key) || seen.size >= MOST_TRIES) return;
    seen.add(key);
    const box = { x: left, y: top, width: right - left, height: bottom - top };
    const support = seenSupport(edges, box, nested);
    if (support >= LEAST_ALL) outlines.push({ box, support, complete: false });
  };
  const isLevel = (a: { y: number }, b: { y: number }) => Math.abs(a.y - b.y) <= SLACK;
  const isPlumb = (a: { x: number }, b: { x: number }) => Math.abs(a.x - b.x) <= SLACK;
  const rightsByRow = byPlace(upperRight, 'y');
  const rightsByColumn = byPlace(upperRight, 'x');
  const leftsByRow = byPlace(lowerLeft, 'y');
  const leftsByColumn = byPlace(lowerLeft, 'x');
  const openEnds = lowerRight.filter(isOpen);

  for (const a of upperLeft) {
    const rights = rightsByRow(a.y).filter((b) => b.x > a.x);
    const belows = leftsByColumn(a.x).filter((b) => b.y > a.y);
    for (const b of rights) {
      if (!b.columnOpen) continue;
      for (const c of belows) if (c.rowOpen) tryBox(a.x, a.y, b.x, c.y);
      if (a.columnOpen)
        for (const run of rowsBetween) if (within(run, a.x, b.x)) tryBox(a.x, a.y, b.x, run.at);
    }
    for (const c of belows) {
      if (!(a.rowOpen && c.rowOpen)) continue;
      for (const run of columnsBetween) if (within(run, a.y, c.y)) tryBox(a.x, a.y, run.at, c.y);
    }
    for (const d of isOpen(a) ? lowerRight : openEnds) {
      if (d.x <= a.x || d.y <= a.y) continue;
      const rightSeen = rights.some((b) => isPlumb(b, d));
      const belowSeen = belows.some((c) => isLevel(c, d));
      if ((rightSeen || (a.rowOpen && d.columnOpen)) && (belowSeen || (a.columnOpen && d.rowOpen)))
        tryBox(a.x, a.y, d.x, d.y);
    }
  }
  for (const d of lowerRight) {
    const lefts = leftsByRow(d.y).filter((c) => c.x < d.x);
    const aboves = rightsByColumn(d.x).filter((b) => b.y < d.y);
    for (const c of lefts) {
      if (!c.columnOpen) continue;
      for (const b of aboves) if (b.rowOpen) tryBox(c.x, b.y, d.x, d.y);
      if (d.columnOpen)
        for (const run of rowsBetween) if (within(run, c.x, d.x)) tryBox(c.x, run.at, d.x, d.y);
    }
    for (const b of aboves) {
      if (!(b.rowOpen && d.rowOpen)) continue;
      for (const run of columnsBetween) if (within(run, b.y, d.y)) tryBox(run.at, b.y, d.x, d.y);
    }
  }
  const wide = (c: OpenCorner) => c.rowOpen && c.columnOpen;
  const lowerLeftWide = lowerLeft.filter(wide);
  for (const b of upperRight.filter(wide)) for (const c of lowerLeftWide) tryBox(c.x, b.y, b.x, c.y);
  return outlines;
}

/** Leaves out boxes of which there are many of one size. */
function withoutAlike(boxes: readonly Box[]): Box[] {
  const counts = new Map<string, number>();
  const key = (box: Box, dx: number, dy: number) =>
    `${Math.floor(box.width / ALIKE) + dx} ${Math.floor(box.height / ALIKE) + dy}`;
  for (const box of boxes) counts.set(key(box, 0, 0), (counts.get(key(box, 0, 0)) ?? 0) + 1);
  const around = [-1, 0, 1];
  return boxes.filter((box) => {
    const alike = around.flatMap((dy) => around.map((dx) => counts.get(key(box, dx, dy)) ?? 0));
    return alike.reduce((sum, count) => sum + count, 0) < MANY_ALIKE;
  });
}

const isOpen = (c: OpenCorner) => c.rowOpen || c.columnOpen;

/** The corners of the longest lines, and as many of those that lead under a cover: windows have long sides. */
function fewEnough(corners: readonly OpenCorner[]): OpenCorner[] {
  if (corners.length <= MOST_OPEN) return [...corners];
  const order = [...corners].sort((a, b) => b.length - a.length);
  const open = order.filter(isOpen).slice(0, MOST_OPEN);
  return [...open, ...order.filter((c) => !isOpen(c)).slice(0, MOST_CORNERS - open.length)];
}

/** Corners on a line, or as good as on it. */
function byPlace(corners: readonly OpenCorner[], line: 'x' | 'y'): (at: number) => OpenCorner[] {
  const lists = new Map<number, OpenCorner[]>();
  for (const corner of corners) {
    const list = lists.get(corner[line]);
    if (list) list.push(corner);
    else lists.set(corner[line], [corner]);
  }
  return (at) => {
    const near: OpenCorner[] = [];
    for (let d = -SLACK; d <= SLACK; d++) near.push(...(lists.get(at + d) ?? []));
    return near;
  };
}

/** Finds the covers under which a line runs, by where their sides are. */
class CoverSides {
  private readonly rows = { near: new Map<number, Box[]>(), far: new Map<number, Box[]>() };
  private readonly columns = { near: new Map<number, Box[]>(), far: new Map<number, Box[]>() };

  constructor(covers: readonly Box[]) {
    for (const box of covers) {
      add(this.rows.near, box.x, box);
      add(this.rows.far, box.x + box.width, box);
      add(this.columns.near, box.y, box);
      add(this.columns.far, box.y + box.height, box);
    }
  }

  /** Whether a line at `at` that ends at `end` ends at the near (far) side of a cover. */
  hide(flat: boolean, side: 'near' | 'far', at: number, end: number): boolean {
    const covers = (flat ? this.rows : this.columns)[side].get(end);
    return (
      covers?.some((c) => (flat ? at > c.y && at < c.y + c.height : at > c.x && at < c.x + c.width)) ?? false
    );
  }
}

function add(sides: Map<number, Box[]>, at: number, box: Box): void {
  for (let place = at - TOUCH; place <= at + TOUCH; place++) {
    const list = sides.get(place);
    if (list) list.push(box);
    else sides.set(place, [box]);
  }
}

const within = (run: EdgeRun, from: number, to: number) => run.from >= from && run.to <= to;

function once(corners: readonly OpenCorner[]): OpenCorner[] {
  const byPlace = new Map<number, OpenCorner>();
  for (const c of corners) {
    const key = c.y * 65_536 + c.x;
    const before = byPlace.get(key);
    byPlace.set(key, {
      ...c,
      length: Math.max(c.length, before?.length ?? 0),
      rowOpen: c.rowOpen || (before?.rowOpen ?? false),
      columnOpen: c.columnOpen || (before?.columnOpen ?? false),
    });
  }
  return [...byPlace.values()];
}

interface Cover {
  box: Box;
  /** other covers it lies in */
  holders: Box[];
}

/** Support of the parts of an outline that no cover hides; 0 when a side is hardly seen or not an edge. */
function seenSupport(edges: Edges, box: Box, covers: readonly Cover[]): number {
  const { x, y, width, height } = box;
  // A part of the window itself may stick out by the thickness of its border.
  const crosses = (c: Box) => overlaps(c, box) && !holds(c, box, BORDER) && !holds(box, c, BORDER);
  // Of a window and the parts in it, the window alone says what is hidden.
  const crossing = covers.filter((c) => crosses(c.box) && !c.holders.some(crosses)).map((c) => c.box);
  if (crossing.length === 0) return 0;
  const sides = [
    { flat: true, at: y },
    { flat: true, at: y + height },
    { flat: false, at: x },
    { flat: false, at: x + width },
  ];
  let edge = 0;
  let seen = 0;
  for (const { flat, at } of sides) {
    const lines = flat ? edges.rows : edges.columns;
    let sideEdge = 0;
    let sideSeen = 0;
    const stretch: [number, number] = flat ? [x, x + width] : [y, y + height];
    for (const [from, to] of uncovered(crossing, flat, at, stretch)) {
      sideSeen += to - from;
      sideEdge += lines.support(at, from, to) * (to - from);
    }
    if (sideSeen < LEAST_SEEN || sideEdge / sideSeen < LEAST_SIDE) return 0;
    edge += sideEdge;
    seen += sideSeen;
  }
  return edge / seen;
}

/** Stretches of a side that lie under none of the covers. */
function uncovered(
  covers: readonly Box[],
  flat: boolean,
  at: number,
  whole: [number, number],
): Array<[number, number]> {
  let open = [whole];
  for (const c of covers) {
    const [low, size, start, length] = flat ? [c.y, c.height, c.x, c.width] : [c.x, c.width, c.y, c.height];
    if (at <= low || at >= low + size) continue;
    open = open.flatMap(([from, to]) => {
      const parts: Array<[number, number]> = [
        [from, Math.min(start, to)],
        [Math.max(start + length, from), to],
      ];
      return parts.filter(([a, b]) => b > a);
    });
  }
  return open;
}

function overlaps(a: Box, b: Box): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}

/** Whether `b` lies in `a`, or sticks out by no more than `slack`. */
function holds(a: Box, b: Box, slack = 0): boolean {
  return (
    b.x >= a.x - slack &&
    b.y >= a.y - slack &&
    b.x + b.width <= a.x + a.width + slack &&
    b.y + b.height <= a.y + a.height + slack
  );
}
