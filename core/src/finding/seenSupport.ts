import type { Box } from '../geometry/box.ts';
import type { Edges } from './edges.ts';
import { LEAST_SIDE } from './outline.ts';

/** Sides of a window and of its parts may be apart by this. */
const BORDER = 4;
/** A covered side has to be seen for at least this long. */
export const LEAST_SEEN = 16;

interface Cover {
  box: Box;
  /** other covers it lies in */
  holders: Box[];
}

/** Support of the parts of an outline that no cover hides; 0 when a side is hardly seen or not an edge. */
export function seenSupport(edges: Edges, box: Box, covers: readonly Cover[]): number {
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
export function holds(a: Box, b: Box, slack = 0): boolean {
  return (
    b.x >= a.x - slack &&
    b.y >= a.y - slack &&
    b.x + b.width <= a.x + a.width + slack &&
    b.y + b.height <= a.y + a.height + slack
  );
}
