import type { Point } from '../../geometry/box.ts';
import type { MarkBase, MarkKind } from '../mark.ts';
import { boxAround, distanceToSegment, lineWidth, strokeRimmed } from '../stroke.ts';
import { twoEnds } from './line.ts';

/** A line that ends in a point: it points at `to`. */
export interface Arrow extends MarkBase {
  kind: 'arrow';
  from: Point;
  to: Point;
}

/** Length of the point's sides in widths of the line, and half the angle between them. */
const SIDE = 4.5;
const HALF_ANGLE = 0.45;

export const arrow: MarkKind<Arrow> = {
  ...twoEnds,
  bounds: ({ from, to, weight }, { picture }) => boxAround([from, to], lineWidth(picture, weight) * SIDE),
  hits: ({ from, to, weight }, at, tolerance, { picture }) =>
    distanceToSegment(at, from, to) <= tolerance + lineWidth(picture, weight),
  draw(canvas, { from, to, ink, weight }, { picture }) {
    const width = lineWidth(picture, weight);
    const sides = pointOf(from, to, width);
    strokeRimmed(canvas, ink, width, () => {
      canvas.moveTo(from.x, from.y);
      canvas.lineTo(to.x, to.y);
      canvas.moveTo(sides[0].x, sides[0].y);
      canvas.lineTo(to.x, to.y);
      canvas.lineTo(sides[1].x, sides[1].y);
    });
  },
  words: ({ to }) => ({ code: 'arrow', data: { x: Math.round(to.x), y: Math.round(to.y) } }),
};

/** Where the two sides of the point begin; on a short arrow they are no longer than it. */
function pointOf(from: Point, to: Point, width: number): [Point, Point] {
  const angle = Math.atan2(to.y - from.y, to.x - from.x);
  const length = Math.min(width * SIDE, Math.hypot(to.x - from.x, to.y - from.y));
  const side = (turn: number) => ({
    x: to.x - length * Math.cos(angle + turn),
    y: to.y - length * Math.sin(angle + turn),
  });
  return [side(HALF_ANGLE), side(-HALF_ANGLE)];
}
