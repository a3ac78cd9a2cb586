import type { Box, Size } from '../geometry/box.ts';

/** The outline of a window, a panel, a menu or another boxed part, as its pixels show it. */
export interface Outline {
  box: Box;
  /** share of the uncovered outline that is edge, 0 to 1 */
  support: number;
  /** false where another outline lies over a part of this one, or a corner is not seen */
  complete: boolean;
}

/** Each side has to be edge on at least this share of it: a window may match what lies behind it here and there. */
export const LEAST_SIDE = 0.8;
/** And all four together on this one. */
export const LEAST_ALL = 0.9;
/** Lines that belong together may be this many pixels apart at a corner that is rounded or bevelled. */
export const SLACK = 2;
/** Outlines whose sides differ by no more are one: a border has an inner and an outer edge. */
export const SAME = 4;
/** But the border of the picture is no edge of a window that ends this far from it. */
const OFF_BORDER = 2;

export const areaOf = (box: Box): number => box.width * box.height;

/** More cells of `SAME` pixels than any picture has in a row. */
const CELLS = 1 << 20;

/** Keeps one of the outlines that are the same but for a border's thickness: the outermost, seen whole before covered. */
export function onceEach(outlines: readonly Outline[], picture: Size): Outline[] {
  const cells = new Map<number, Outline[]>();
  const cell = (box: Box, dx: number, dy: number) =>
    (Math.floor(box.y / SAME) + dy) * CELLS + Math.floor(box.x / SAME) + dx;
  const order = [...outlines].sort(
    (a, b) => Number(b.complete) - Number(a.complete) || areaOf(b.box) - areaOf(a.box),
  );
  const isThere = (box: Box) => {
    for (let dy = -1; dy <= 1; dy++)
      for (let dx = -1; dx <= 1; dx++)
        for (const other of cells.get(cell(box, dx, dy)) ?? [])
          if (isSame(box, other.box, picture)) return true;
    return false;
  };
  const kept: Outline[] = [];
  for (const one of order) {
    if (isThere(one.box)) continue;
    kept.push(one);
    const key = cell(one.box, 0, 0);
    const list = cells.get(key);
    if (list) list.push(one);
    else cells.set(key, [one]);
  }
  return kept;
}

function isSame(a: Box, b: Box, { width, height }: Size): boolean {
  return (
    sameSide(a.x, b.x, 0) &&
    sameSide(a.y, b.y, 0) &&
    sameSide(a.x + a.width, b.x + b.width, width) &&
    sameSide(a.y + a.height, b.y + b.height, height)
  );
}

function sameSide(a: number, b: number, border: number): boolean {
  const apart = Math.abs(a - b);
  return apart <= SAME && !(apart >= OFF_BORDER && (a === border || b === border));
}
