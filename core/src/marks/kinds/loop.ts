import type { Point } from '../../geometry/box.ts';
import type { MarkBase, MarkKind } from '../mark.ts';
import { boxAround, distanceToSegment, lineWidth, strokeRimmed } from '../stroke.ts';

/** A closed line drawn by hand around something; what lies in it stays free. */
export interface Loop extends MarkBase {
  kind: 'loop';
  points: Point[];
}

/** A loop that has more is thinned before it is kept. */
export const MAX_LOOP_POINTS = 200;

export const loop: MarkKind<Loop> = {
  burns: false,
  styles: ['weight', 'opacity'],
  bounds: ({ points, weight }, { picture }) => boxAround(points, lineWidth(picture, weight)),
  hits: ({ points, weight }, at, tolerance, { picture }) =>
    points.some(
      (point, i) =>
        distanceToSegment(at, points.at(i - 1) ?? point, point) <= tolerance + lineWidth(picture, weight),
    ),
  handles: () => [],
  pull: (mark) => mark,
  move: (mark, dx, dy) => ({ ...mark, points: mark.points.map(({ x, y }) => ({ x: x + dx, y: y + dy })) }),
  map: (mark, { point }) => ({ ...mark, points: mark.points.map(point) }),
  turn: (mark, { point }) => ({ ...mark, points: mark.points.map(point) }),
  places: ({ points }) => points,
  draw(canvas, { points, ink, weight }, { picture }) {
    const [first, ...rest] = points;
    if (!first) return;
    strokeRimmed(canvas, ink, lineWidth(picture, weight), () => {
      canvas.moveTo(first.x, first.y);
      for (const { x, y } of rest) canvas.lineTo(x, y);
      canvas.closePath();
    });
  },
  words({ points }) {
    const { x, y, width, height } = boxAround(points, 0);
    return {
      code: 'loop',
      data: { x: Math.round(x), y: Math.round(y), width: Math.round(width), height: Math.round(height) },
    };
  },
};
