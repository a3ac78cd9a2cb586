import type { Box, Point } from '../../geometry/box.ts';
import { boxed, boxOf } from '../boxed.ts';
import type { MarkBase, MarkKind } from '../mark.ts';
import { boxAround, lineWidth, strokeRimmed } from '../stroke.ts';
import { boxFrom, cornersOf, middleOf, type TurnedBox, turnedAbout } from '../turnedBox.ts';

/** A line around something, as a box or an ellipse, upright or aslant; what lies in it stays free. */
export interface Ring extends MarkBase, TurnedBox {
  kind: 'ring';
  shape: 'box' | 'ellipse';
}

/** Each handle, and the one across from it, as places among the corners. */
const HANDLES: Readonly<Record<string, { own: number; across: number }>> = {
  nw: { own: 0, across: 2 },
  ne: { own: 1, across: 3 },
  sw: { own: 3, across: 1 },
  se: { own: 2, across: 0 },
};

export const ring: MarkKind<Ring> = {
  move: boxed.move,
  burns: false,
  styles: ['weight', 'opacity'],
  bounds: (mark, { picture }) => grown(extent(mark), lineWidth(picture, mark.weight)),
  handles(mark) {
    const corners = cornersOf(mark);
    return Object.entries(HANDLES).map(([name, { own }]) => ({ name, ...(corners[own] as Point) }));
  },
  places: cornersOf,
  /** The corner across stays where it is, and so does how aslant it lies. */
  pull(mark, handle, to, even) {
    const { turned = 0 } = mark;
    const fixed = cornersOf(mark)[HANDLES[handle]?.across ?? 0] as Point;
    const upright = boxOf(fixed, turnedAbout(fixed, -turned, to), even);
    const middle = turnedAbout(fixed, turned, middleOf(upright));
    return {
      ...mark,
      box: { ...upright, x: middle.x - upright.width / 2, y: middle.y - upright.height / 2 },
    };
  },
  map: (mark, mapping) =>
    mark.turned === undefined ? { ...mark, box: mapping.box(mark.box) } : cornered(mark, mapping.point),
  hits({ box, turned = 0, shape, weight }, seen, tolerance, { picture }) {
    const reach = tolerance + lineWidth(picture, weight);
    const at = turnedAbout(middleOf(box), -turned, seen);
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
  draw(canvas, mark, { picture }) {
    const { box, turned = 0, shape, ink, weight } = mark;
    const { x, y } = middleOf(box);
    strokeRimmed(canvas, ink, lineWidth(picture, weight), () => {
      if (shape === 'ellipse')
        canvas.ellipse(x, y, box.width / 2, box.height / 2, (turned * Math.PI) / 180, 0, Math.PI * 2);
      else if (turned === 0) canvas.rect(box.x, box.y, box.width, box.height);
      else {
        const [first, ...rest] = cornersOf(mark);
        canvas.moveTo(first.x, first.y);
        for (const corner of rest) canvas.lineTo(corner.x, corner.y);
        canvas.closePath();
      }
    });
  },
  turn: (mark, { point }) => cornered(mark, point),
  words: ({ box, turned, shape }) => ({
    code: 'ring',
    data: {
      shape,
      x: Math.round(box.x),
      y: Math.round(box.y),
      width: Math.round(box.width),
      height: Math.round(box.height),
      ...(turned === undefined ? {} : { turned: Math.round(turned) }),
    },
  }),
};

/** With its corners where they come to lie. */
function cornered(mark: Ring, point: (at: Point) => Point): Ring {
  const { turned: _, ...rest } = mark;
  const [a, b, c, d] = cornersOf(mark);
  return { ...rest, ...boxFrom([point(a), point(b), point(c), point(d)]) };
}

/** The upright box around it: of an ellipse (x = a cos t cos w - b sin t sin w), whose greatest x is √(a² cos² w + b² sin² w). */
function extent(mark: Ring): Box {
  const { box, turned = 0, shape } = mark;
  if (turned === 0) return box;
  if (shape === 'box') return boxAround(cornersOf(mark), 0);
  const [cos, sin] = [Math.cos((turned * Math.PI) / 180), Math.sin((turned * Math.PI) / 180)];
  const width = Math.hypot(box.width * cos, box.height * sin);
  const height = Math.hypot(box.width * sin, box.height * cos);
  const { x, y } = middleOf(box);
  return { x: x - width / 2, y: y - height / 2, width, height };
}

const grown = ({ x, y, width, height }: Box, by: number): Box => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
});
