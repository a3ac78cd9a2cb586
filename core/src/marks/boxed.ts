import type { Box, Point } from '../geometry/box.ts';
import type { Mapping } from '../trims/trim.ts';
import type { MarkHandle } from './mark.ts';

/** What marks that fill a box do: their corners are pulled. */
export const boxed = {
  handles: ({ box: { x, y, width, height } }: { box: Box }): MarkHandle[] => [
    { name: 'nw', x, y },
    { name: 'ne', x: x + width, y },
    { name: 'sw', x, y: y + height },
    { name: 'se', x: x + width, y: y + height },
  ],
  pull<M extends { box: Box }>(mark: M, handle: string, to: Point, even: boolean): M {
    const { x, y, width, height } = mark.box;
    const fixed = {
      x: handle.endsWith('w') ? x + width : x,
      y: handle.startsWith('n') ? y + height : y,
    };
    return { ...mark, box: boxOf(fixed, to, even) };
  },
  move<M extends { box: Box }>(mark: M, dx: number, dy: number): M {
    return { ...mark, box: { ...mark.box, x: mark.box.x + dx, y: mark.box.y + dy } };
  },
  map<M extends { box: Box }>(mark: M, mapping: Mapping): M {
    return { ...mark, box: mapping.box(mark.box) };
  },
  places: (mark: { box: Box }): Point[] => boxed.handles(mark),
};

/** What marks do that cover all of their box: they are hit anywhere in it. */
export const filled = {
  ...boxed,
  bounds: ({ box }: { box: Box }): Box => box,
  hits: ({ box }: { box: Box }, at: Point, tolerance: number): boolean =>
    at.x >= box.x - tolerance &&
    at.y >= box.y - tolerance &&
    at.x <= box.x + box.width + tolerance &&
    at.y <= box.y + box.height + tolerance,
};

/** A box as it is said, in whole pixels. */
export const wholePixels = ({ x, y, width, height }: Box): Box => ({
  x: Math.round(x),
  y: Math.round(y),
  width: Math.round(width),
  height: Math.round(height),
});

/** The box between two places, at least a pixel in each direction. @param even a square, as large as the longer side */
export function boxOf(from: Point, to: Point, even: boolean): Box {
  let [width, height] = [to.x - from.x, to.y - from.y];
  if (even) {
    const side = Math.max(Math.abs(width), Math.abs(height));
    [width, height] = [width < 0 ? -side : side, height < 0 ? -side : side];
  }
  return {
    x: Math.min(from.x, from.x + width),
    y: Math.min(from.y, from.y + height),
    width: Math.max(Math.abs(width), 1),
    height: Math.max(Math.abs(height), 1),
  };
}
