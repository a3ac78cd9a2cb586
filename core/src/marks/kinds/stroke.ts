import { getStroke } from 'perfect-freehand';
import type { Point, Size } from '../../geometry/box.ts';
import { rimOf } from '../ink.ts';
import type { MarkBase, MarkKind } from '../mark.ts';
import type { MarkCanvas } from '../markCanvas.ts';
import { boxAround, distanceToSegment, lineWidth } from '../stroke.ts';

/** A line drawn by hand, smoothed; thicker where a pen was pressed harder. */
export interface StrokeMark extends MarkBase {
  kind: 'stroke';
  /** `p`: pressure, 0 to 1; 0.5 where the pointer has none */
  points: Array<Point & { p: number }>;
}

/** A stroke that is longer is thinned before it is kept. */
export const MAX_STROKE_POINTS = 800;

export const stroke: MarkKind<StrokeMark> = {
  burns: false,
  styles: ['weight', 'opacity'],
  bounds: ({ points, weight }, { picture }) => boxAround(points, lineWidth(picture, weight) * 2),
  hits: ({ points, weight }, at, tolerance, { picture }) =>
    points.some(
      (point, i) =>
        distanceToSegment(at, points[i - 1] ?? point, point) <= tolerance + lineWidth(picture, weight),
    ),
  handles: () => [],
  pull: (mark) => mark,
  move: (mark, dx, dy) => ({
    ...mark,
    points: mark.points.map(({ x, y, p }) => ({ x: x + dx, y: y + dy, p })),
  }),
  map: (mark, { point }) => ({ ...mark, points: mark.points.map(({ p, ...at }) => ({ ...point(at), p })) }),
  turn: (mark, { point }) => ({ ...mark, points: mark.points.map(({ p, ...at }) => ({ ...point(at), p })) }),
  places: ({ points }) => points,
  draw(canvas, { points, ink, weight }, { picture }) {
    const width = lineWidth(picture, weight);
    fillOutline(canvas, rimOf(ink), outlineOf(points, width * 1.9));
    fillOutline(canvas, ink, outlineOf(points, width));
  },
  words({ points }) {
    const [first, last] = [points[0] ?? { x: 0, y: 0 }, points.at(-1) ?? { x: 0, y: 0 }];
    return {
      code: 'stroke',
      data: {
        x: Math.round(first.x),
        y: Math.round(first.y),
        toX: Math.round(last.x),
        toY: Math.round(last.y),
      },
    };
  },
};

/** The line around a stroke that is filled. Freehand outlines are a library's work. */
const outlineOf = (points: StrokeMark['points'], width: Size['width']): number[][] =>
  getStroke(
    points.map(({ x, y, p }) => [x, y, p]),
    {
      size: width * 1.3,
      thinning: 0.5,
      smoothing: 0.5,
      streamline: 0.4,
      simulatePressure: false,
      last: true,
    },
  );

function fillOutline(canvas: MarkCanvas, colour: string, outline: readonly number[][]): void {
  const [first, ...rest] = outline;
  if (!first) return;
  canvas.fillStyle = colour;
  canvas.beginPath();
  canvas.moveTo(first[0] ?? 0, first[1] ?? 0);
  for (const [x = 0, y = 0] of rest) canvas.lineTo(x, y);
  canvas.closePath();
  canvas.fill();
}
