import type { Box } from '../../geometry/box.ts';
import { boxed } from '../boxed.ts';
import type { MarkBase, MarkKind } from '../mark.ts';
import { lineWidth, strokeRimmed } from '../stroke.ts';

/** A line around something, as a box or an ellipse; what lies in it stays free. */
export interface Ring extends MarkBase {
  kind: 'ring';
  shape: 'box' | 'ellipse';
  box: Box;
}

/** Places of an ellipse that was turned: its sides cannot be told from a curve. */
const ROUND = 72;

export const ring: MarkKind<Ring> = {
  ...boxed,
  burns: false,
  styles: ['weight', 'opacity'],
  bounds: ({ box, weight }, { picture }) => grown(box, lineWidth(picture, weight)),
  hits({ box, shape, weight }, at, tolerance, { picture }) {
    const reach = tolerance + lineWidth(picture, weight);
    const inside = (b: Box) =>
      b.width > 0 &&
      b.height > 0 &&
      (shape === 'box'
        ? at.x >= b.x && at.x <= b.x + b.width && at.y >= b.y && at.y <= b.y + b.height
        : ((at.x - b.x - b.width / 2) / (b.width / 2)) ** 2 +
            ((at.y - b.y - b.height / 2) / (b.height / 2)) ** 2 <=
          1);
    return inside(grown(box, reach)) && !inside(grown(box, -reach));
  },
  draw(canvas, { box: { x, y, width, height }, shape, ink, weight }, { picture }) {
    strokeRimmed(canvas, ink, lineWidth(picture, weight), () => {
      if (shape === 'box') canvas.rect(x, y, width, height);
      else canvas.ellipse(x + width / 2, y + height / 2, width / 2, height / 2, 0, 0, Math.PI * 2);
    });
  },
  /** A box or an ellipse that lies aslant is a closed line. */
  turn({ shape, box: { x, y, width, height }, kind: _, ...rest }, { point }) {
    const corners = [
      { x, y },
      { x: x + width, y },
      { x: x + width, y: y + height },
      { x, y: y + height },
    ];
    const round = Array.from({ length: ROUND }, (_, i) => {
      const angle = (i / ROUND) * Math.PI * 2;
      return { x: x + (width / 2) * (1 + Math.cos(angle)), y: y + (height / 2) * (1 + Math.sin(angle)) };
    });
    return { ...rest, kind: 'loop', points: (shape === 'box' ? corners : round).map(point) };
  },
  words: ({ box, shape }) => ({
    code: 'ring',
    data: {
      shape,
      x: Math.round(box.x),
      y: Math.round(box.y),
      width: Math.round(box.width),
      height: Math.round(box.height),
    },
  }),
};

const grown = ({ x, y, width, height }: Box, by: number): Box => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
});
