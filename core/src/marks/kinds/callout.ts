import type { Box, Point } from '../../geometry/box.ts';
import type { MarkBase, MarkKind } from '../mark.ts';
import { boxAround, distanceToSegment, lineWidth, strokeRimmed } from '../stroke.ts';
import { drawWords, inGround, layOut } from '../textLayout.ts';

/** A text whose tail points to a place; each end stays where it is when the other one is moved. */
export interface Callout extends MarkBase {
  kind: 'callout';
  /** upper left corner of its ground */
  x: number;
  y: number;
  text: string;
  /** the place it speaks of */
  to: Point;
}

export const callout: MarkKind<Callout> = {
  burns: false,
  styles: ['weight', 'letters', 'font', 'opacity'],
  written: (mark) => mark.text,
  bounds(mark, setting) {
    const { x, y, width, height } = layOut(mark, setting).ground;
    const corners = [{ x, y }, { x: x + width, y: y + height }, mark.to];
    return boxAround(corners, lineWidth(setting.picture, mark.weight) * 2);
  },
  hits(mark, at, tolerance, setting) {
    const { ground } = layOut(mark, setting);
    return (
      inGround(ground, at, tolerance) ||
      distanceToSegment(at, nearest(ground, mark.to), mark.to) <=
        tolerance + lineWidth(setting.picture, mark.weight)
    );
  },
  handles: ({ to }) => [{ name: 'to', ...to }],
  pull: (mark, _, to) => ({ ...mark, to }),
  move: (mark, dx, dy) => ({
    ...mark,
    x: mark.x + dx,
    y: mark.y + dy,
    to: { x: mark.to.x + dx, y: mark.to.y + dy },
  }),
  // The words go where they are dragged; what they speak of stays where it is.
  drag: (mark, dx, dy) => ({ ...mark, x: mark.x + dx, y: mark.y + dy }),
  map: (mark, { point }) => ({ ...mark, ...point(mark), to: point(mark.to) }),
  places: ({ to }) => [to],
  draw(canvas, mark, setting) {
    const { ground } = layOut(mark, setting);
    const width = lineWidth(setting.picture, mark.weight);
    const from = nearest(ground, mark.to);
    strokeRimmed(canvas, mark.ink, width, () => {
      canvas.moveTo(from.x, from.y);
      canvas.lineTo(mark.to.x, mark.to.y);
    });
    canvas.fillStyle = mark.ink;
    canvas.beginPath();
    canvas.arc(mark.to.x, mark.to.y, width * 1.4, 0, Math.PI * 2);
    canvas.fill();
    drawWords(canvas, mark, setting);
    canvas.strokeStyle = mark.ink;
    canvas.lineWidth = Math.max(1, width / 2);
    canvas.beginPath();
    canvas.rect(ground.x, ground.y, ground.width, ground.height);
    canvas.stroke();
  },
  words: ({ text, to }) => ({
    code: 'callout',
    data: { text, x: Math.round(to.x), y: Math.round(to.y) },
  }),
};

/** The place of a ground's edge that is nearest to a place; that place itself where it lies within. */
function nearest({ x, y, width, height }: Box, to: Point): Point {
  return {
    x: Math.min(Math.max(to.x, x), x + width),
    y: Math.min(Math.max(to.y, y), y + height),
  };
}
