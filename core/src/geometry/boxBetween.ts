import type { Box, Point, Size } from './box.ts';

/**
 * The box of whole pixels spanned by two points of a drag, clamped to the picture.
 *
 * Both points name the pixel they fall in, and both pixels belong to the box: a drag that starts and ends in the
 * same pixel gives a box of 1 x 1, and the direction of the drag does not matter.
 */
export function boxBetween(from: Point, to: Point, within: Size): Box {
  const [left, right] = span(from.x, to.x, within.width);
  const [top, bottom] = span(from.y, to.y, within.height);
  return { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
}

function span(a: number, b: number, length: number): [number, number] {
  const clamp = (v: number) => Math.min(Math.max(Math.floor(v), 0), length - 1);
  return [clamp(Math.min(a, b)), clamp(Math.max(a, b))];
}
