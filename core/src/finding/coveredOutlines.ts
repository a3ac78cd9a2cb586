import type { Box } from '../geometry/box.ts';
import type { Corner } from './corners.ts';
import type { EdgeRun, Edges } from './edges.ts';
import { LEAST_ALL, LEAST_SIDE, type Outline, SLACK } from './outline.ts';

/** What can lie over a window: at least a small menu. */
const COVER_WIDTH = 80;
const COVER_HEIGHT = 40;
/** A line that runs under a cover ends this close to the cover's side. */
const TOUCH = 4;
/** Sides of a window and of its parts may be apart by this. */
const BORDER = 4;
/** A covered side has to be seen for at least this long. */
const LEAST_SEEN = 16;

/** A corner, and whether its row and its column each run on under a cover. */
interface OpenCorner {
  x: number;
  y: number;
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
  const covers = found.map((f) => f.box).filter((b) => b.width >= COVER_WIDTH && b.height >= COVER_HEIGHT);
  const nested = covers.map((box) => ({ box, holders: covers.filter((c) => c !== box && holds(c, box)) }));
  const underToRight = (run: EdgeRun, flat: boolean) => covers.some((c) => entersAt(c, flat, run.at, run.to));
  const underToLeft = (run: EdgeRun, flat: boolean) =>
    covers.some((c) => leavesAt(c, flat, run.at, run.from));
  const closed = corners.filter((c) => c.closed);
  const corner =
    (row: typeof underToRight, column: typeof underToRight) =>
    (c: Corner): OpenCorner => ({
      x: c.x,
      y: c.y,
      rowOpen: row(c.row, true),
      columnOpen: column(c.column, false),
    });
  const upperLeft = once(closed.filter((c) => c.upperLeft).map(corner(underToRight, underToRight)));
  const upperRight = once(closed.filter((c) => c.upperRight).map(corner(underToLeft, underToRight)));
  const lowerLeft = once(closed.filter((c) => c.lowerLeft).map(corner(underToRight, underToLeft)));
  const lowerRight = once(closed.filter((c) => c.lowerRight).map(corner(underToLeft, underToLeft)));
  const between = (run: EdgeRun, flat: boolean) => underToLeft(run, flat) && underToRight(run, flat);
  const rowsBetween = edges.rows.runs.filter((run) => between(run, true));
  const columnsBetween = edges.columns.runs.filter((run) => between(run, false));

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
    if (seen.has(key)) return;
    seen.add(key);
    const box = { x: left, y: top, width: right - left, height: bottom - top };
    const support = seenSupport(edges, box, nested);
    if (support >= LEAST_ALL) outlines.push({ box, support, complete: false });
  };
  const level = (a: { y: number }, b: { y: number }) => Math.abs(a.y - b.y) <= SLACK;
  const plumb = (a: { x: number }, b: { x: number }) => Math.abs(a.x - b.x) <= SLACK;

  for (const a of upperLeft) {
    const rights = upperRight.filter((b) => level(a, b) && b.x > a.x);
    const belows = lowerLeft.filter((b) => plumb(a, b) && b.y > a.y);
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
    const aOpen = a.rowOpen || a.columnOpen;
    for (const d of lowerRight) {
      if (d.x <= a.x || d.y <= a.y || !(aOpen || d.rowOpen || d.columnOpen)) continue;
      const rightSeen = rights.some((b) => plumb(b, d));
      const belowSeen = belows.some((c) => level(c, d));
      if ((rightSeen || (a.rowOpen && d.columnOpen)) && (belowSeen || (a.columnOpen && d.rowOpen)))
        tryBox(a.x, a.y, d.x, d.y);
    }
  }
  for (const d of lowerRight) {
    const lefts = lowerLeft.filter((c) => level(c, d) && c.x < d.x);
    const aboves = upperRight.filter((b) => plumb(b, d) && b.y < d.y);
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
  for (const b of upperRight)
    for (const c of lowerLeft)
      if (b.rowOpen && b.columnOpen && c.rowOpen && c.columnOpen) tryBox(c.x, b.y, b.x, c.y);
  return outlines;
}

/** Whether a line that goes towards higher places ends at the near side of a cover. */
function entersAt(cover: Box, flat: boolean, at: number, end: number): boolean {
  return flat
    ? Math.abs(cover.x - end) <= TOUCH && at > cover.y && at < cover.y + cover.height
    : Math.abs(cover.y - end) <= TOUCH && at > cover.x && at < cover.x + cover.width;
}

/** Whether a line that goes towards lower places ends at the far side of a cover. */
function leavesAt(cover: Box, flat: boolean, at: number, end: number): boolean {
  return flat
    ? Math.abs(cover.x + cover.width - end) <= TOUCH && at > cover.y && at < cover.y + cover.height
    : Math.abs(cover.y + cover.height - end) <= TOUCH && at > cover.x && at < cover.x + cover.width;
}

const within = (run: EdgeRun, from: number, to: number) => run.from >= from && run.to <= to;

function once(corners: readonly OpenCorner[]): OpenCorner[] {
  const byPlace = new Map<string, OpenCorner>();
  for (const c of corners) {
    const key = `${c.x},${c.y}`;
    const before = byPlace.get(key);
    byPlace.set(key, {
      ...c,
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
