import type { Box } from '../geometry/box.ts';
import type { Kind } from './cornerLines.ts';
import type { Corner } from './corners.ts';
import { CoverSides } from './coverSides.ts';
import type { EdgeRun, Edges } from './edges.ts';
import { areaOf, LEAST_ALL, LEAST_SIDE, type Outline, SLACK } from './outline.ts';
import { holds, LEAST_SEEN, seenSupport } from './seenSupport.ts';

/** What can lie over a window: at least a small menu. */
const COVER_WIDTH = 80;
const COVER_HEIGHT = 40;

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
  // Of the runs, few end under a cover; of corners there are many for each run.
  const hidden = (runs: readonly EdgeRun[], flat: boolean) => ({
    toHigher: new Set(runs.filter((run) => sides.hide(flat, 'near', run.at, run.to))),
    toLower: new Set(runs.filter((run) => sides.hide(flat, 'far', run.at, run.from))),
  });
  const rows = hidden(edges.rows.runs, true);
  const columns = hidden(edges.columns.runs, false);
  const closed = corners.filter((c) => c.closed);
  const cornersOf = (kind: Kind, row: ReadonlySet<EdgeRun>, column: ReadonlySet<EdgeRun>) =>
    fewEnough(
      once(
        closed
          .filter((c) => c[kind])
          .map((c) => ({
            x: c.x,
            y: c.y,
            length: c.row.to - c.row.from + c.column.to - c.column.from,
            rowOpen: row.has(c.row),
            columnOpen: column.has(c.column),
          })),
      ),
    );
  const upperLeft = cornersOf('upperLeft', rows.toHigher, columns.toHigher);
  const upperRight = cornersOf('upperRight', rows.toLower, columns.toHigher);
  const lowerLeft = cornersOf('lowerLeft', rows.toHigher, columns.toLower);
  const lowerRight = cornersOf('lowerRight', rows.toLower, columns.toLower);
  const rowsBetween = longestOfBoth(rows);
  const columnsBetween = longestOfBoth(columns);

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

/** Runs both ends of which are hidden, the longest. */
function longestOfBoth({
  toHigher,
  toLower,
}: Record<'toHigher' | 'toLower', ReadonlySet<EdgeRun>>): EdgeRun[] {
  return [...toLower]
    .filter((run) => toHigher.has(run))
    .sort((a, b) => b.to - b.from - (a.to - a.from))
    .slice(0, MOST_OPEN);
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

const within = (run: EdgeRun, from: number, to: number) => run.from >= from && run.to <= to;

/** One corner for each place; those given are changed. */
function once(corners: readonly OpenCorner[]): OpenCorner[] {
  const byPlace = new Map<number, OpenCorner>();
  for (const c of corners) {
    const key = c.y * 65_536 + c.x;
    const before = byPlace.get(key);
    if (!before) byPlace.set(key, c);
    else {
      before.length = Math.max(c.length, before.length);
      before.rowOpen ||= c.rowOpen;
      before.columnOpen ||= c.columnOpen;
    }
  }
  return [...byPlace.values()];
}
