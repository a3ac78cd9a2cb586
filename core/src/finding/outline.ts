import type { Box } from '../geometry/box.ts';

/** The outline of a window, a panel, a menu or another boxed part, as its pixels show it. */
export interface Outline {
  box: Box;
  /** share of the uncovered outline that is edge, 0 to 1 */
  support: number;
  /** false where another outline lies over a part of this one */
  complete: boolean;
}

/** Each side has to be edge on at least this share of it: a window may match what lies behind it here and there. */
export const LEAST_SIDE = 0.8;
/** And all four together on this one. */
export const LEAST_ALL = 0.9;
/** Lines that belong together may be this many pixels apart at a corner that is rounded or bevelled. */
export const SLACK = 2;
/** Outlines whose sides differ by no more are one: a border has an inner and an outer edge. */
const SAME = 4;

export const areaOf = (box: Box): number => box.width * box.height;

/** Keeps one of the outlines that are the same but for a border's thickness: the outermost, seen whole before covered. */
export function onceEach(outlines: readonly Outline[]): Outline[] {
  const cells = new Map<string, Outline[]>();
  const cell = (box: Box, dx: number, dy: number) =>
    `${Math.floor(box.x / SAME) + dx},${Math.floor(box.y / SAME) + dy}`;
  const around = [-1, 0, 1];
  const order = [...outlines].sort(
    (a, b) => Number(b.complete) - Number(a.complete) || areaOf(b.box) - areaOf(a.box),
  );
  const kept: Outline[] = [];
  for (const one of order) {
    const twice = around.some((dy) =>
      around.some((dx) => (cells.get(cell(one.box, dx, dy)) ?? []).some((o) => isSame(one.box, o.box))),
    );
    if (twice) continue;
    kept.push(one);
    const key = cell(one.box, 0, 0);
    cells.set(key, [...(cells.get(key) ?? []), one]);
  }
  return kept;
}

function isSame(a: Box, b: Box): boolean {
  return (
    Math.abs(a.x - b.x) <= SAME &&
    Math.abs(a.y - b.y) <= SAME &&
    Math.abs(a.x + a.width - b.x - b.width) <= SAME &&
    Math.abs(a.y + a.height - b.y - b.height) <= SAME
  );
}
