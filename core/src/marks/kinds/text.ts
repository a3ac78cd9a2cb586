import type { MarkBase, MarkKind } from '../mark.ts';
import { drawWords, inGround, layOut } from '../textLayout.ts';

/** A text on a ground of its own; it wraps, and never leaves the picture. */
export interface TextMark extends MarkBase {
  kind: 'text';
  /** upper left corner of its ground */
  x: number;
  y: number;
  text: string;
}

export const text: MarkKind<TextMark> = {
  burns: false,
  styles: ['letters', 'font', 'opacity'],
  written: (mark) => mark.text,
  bounds: (mark, setting) => layOut(mark, setting).ground,
  hits: (mark, at, tolerance, setting) => inGround(layOut(mark, setting).ground, at, tolerance),
  handles: () => [],
  pull: (mark) => mark,
  move: (mark, dx, dy) => ({ ...mark, x: mark.x + dx, y: mark.y + dy }),
  map: (mark, { point }) => ({ ...mark, ...point(mark) }),
  places: ({ x, y }) => [{ x, y }],
  draw: drawWords,
  words: ({ text: words, x, y }) => ({
    code: 'text',
    data: { text: words, x: Math.round(x), y: Math.round(y) },
  }),
};
