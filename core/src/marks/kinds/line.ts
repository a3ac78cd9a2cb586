import type { Point } from '../../geometry/box.ts';
import type { Mapping } from '../../trims/trim.ts';
import type { MarkBase, MarkKind } from '../mark.ts';
import type { StyleName } from '../markStyle.ts';
import { boxAround, distanceToSegment, evenEnd, lineWidth, strokeRimmed } from '../stroke.ts';

/** A line from one place to another. */
export interface Line extends MarkBase {
  kind: 'line';
  from: Point;
  to: Point;
}

/** What a mark with two ends does; arrows do the same. */
export const twoEnds = {
  burns: false,
  styles: ['weight', 'opacity'] satisfies StyleName[],
  handles: ({ from, to }: { from: Point; to: Point }) => [
    { name: 'from', ...from },
    { name: 'to', ...to },
  ],
  pull<M extends { from: Point; to: Point }>(mark: M, handle: string, to: Point, even: boolean): M {
    return handle === 'from'
      ? { ...mark, from: even ? evenEnd(mark.to, to) : to }
      : { ...mark, to: even ? evenEnd(mark.from, to) : to };
  },
  move<M extends { from: Point; to: Point }>(mark: M, dx: number, dy: number): M {
    const moved = ({ x, y }: Point) => ({ x: x + dx, y: y + dy });
    return { ...mark, from: moved(mark.from), to: moved(mark.to) };
  },
  map<M extends { from: Point; to: Point }>(mark: M, { point }: Mapping): M {
    return { ...mark, from: point(mark.from), to: point(mark.to) };
  },
  turn<M extends { from: Point; to: Point }>(mark: M, turning: Mapping): M {
    return twoEnds.map(mark, turning);
  },
  places: ({ from, to }: { from: Point; to: Point }) => [from, to],
};

export const line: MarkKind<Line> = {
  ...twoEnds,
  bounds: ({ from, to, weight }, { picture }) => boxAround([from, to], lineWidth(picture, weight)),
  hits: ({ from, to, weight }, at, tolerance, { picture }) =>
    distanceToSegment(at, from, to) <= tolerance + lineWidth(picture, weight),
  draw(canvas, { from, to, ink, weight }, { picture }) {
    strokeRimmed(canvas, ink, lineWidth(picture, weight), () => {
      canvas.moveTo(from.x, from.y);
      canvas.lineTo(to.x, to.y);
    });
  },
  words: ({ from, to }) => ({
    code: 'line',
    data: { x: Math.round(from.x), y: Math.round(from.y), toX: Math.round(to.x), toY: Math.round(to.y) },
  }),
};
