import type { Size } from '../../geometry/box.ts';
import { inkChannels, luminance, PIN_INK, PIN_PAPER, rimOf } from '../ink.ts';
import type { Mark, MarkBase, MarkKind } from '../mark.ts';
import { pinRadius } from '../pinRadius.ts';

/** A numbered marker of a run of steps: a square slip, its middle at the place; with a line of text of its own. */
export interface NumberMark extends MarkBase {
  kind: 'number';
  /** from 1 */
  number: number;
  x: number;
  y: number;
  says: string;
}

const half = (picture: Size, letters = 1) => pinRadius(picture) * letters;

export const number: MarkKind<NumberMark> = {
  burns: false,
  styles: ['letters', 'font', 'opacity'],
  written: ({ says }) => says,
  bounds({ x, y, letters }, { picture }) {
    const r = half(picture, letters) * 1.2;
    return { x: x - r, y: y - r, width: 2 * r, height: 2 * r };
  },
  hits: ({ x, y, letters }, at, tolerance, { picture }) =>
    Math.max(Math.abs(at.x - x), Math.abs(at.y - y)) <= half(picture, letters) + tolerance,
  handles: () => [],
  pull: (mark) => mark,
  move: (mark, dx, dy) => ({ ...mark, x: mark.x + dx, y: mark.y + dy }),
  map: (mark, { point }) => ({ ...mark, ...point(mark) }),
  places: ({ x, y }) => [{ x, y }],
  draw(canvas, { x, y, ink, number: n, letters, font }, { picture, fonts }) {
    const r = half(picture, letters);
    const onInk = luminance(inkChannels(ink)) > 0.35 ? PIN_INK : PIN_PAPER;
    for (const [style, side] of [
      [rimOf(ink), r * 1.2],
      [ink, r],
    ] as const) {
      canvas.fillStyle = style;
      canvas.beginPath();
      canvas.rect(x - side, y - side, 2 * side, 2 * side);
      canvas.fill();
    }
    canvas.fillStyle = onInk;
    canvas.font = `700 ${Math.round(r * (n > 99 ? 0.8 : 1.25))}px ${fonts[font ?? 'plain']}`;
    canvas.textAlign = 'center';
    canvas.textBaseline = 'middle';
    canvas.fillText(String(n), x, y + r * 0.08);
  },
  words: ({ number: n, says, x, y }) => ({
    code: 'number',
    data: { number: n, says, x: Math.round(x), y: Math.round(y) },
  }),
};

/** The numbers again from 1, in the order they have: after one was taken away there is no gap. */
export function renumbered(marks: readonly Mark[]): Mark[] {
  const order = marks
    .filter((mark) => mark.kind === 'number')
    .sort((a, b) => a.number - b.number)
    .map((mark) => mark.id);
  return marks.map((mark) =>
    mark.kind === 'number' ? { ...mark, number: order.indexOf(mark.id) + 1 } : mark,
  );
}
