import type { MarkKind } from '../mark.ts';
import { pinRadius } from '../pinRadius.ts';
import type { Pin } from '../pins.ts';

/** A pin is put on a pixel; its place is the middle of it. */
const middleOf = ({ x, y }: Pin) => ({ x: x + 0.5, y: y + 0.5 });

/** Pins are drawn together (`drawPins`), so that no head lies over another; each answers for itself. */
export const pin: MarkKind<Pin> = {
  burns: false,
  written: ({ says = '' }) => says,
  bounds({ x, y }, { picture }) {
    const r = pinRadius(picture) * 3;
    return { x: x - r, y: y - r, width: 2 * r, height: 2 * r };
  },
  hits: ({ x, y }, at, tolerance, { picture }) =>
    Math.hypot(at.x - x, at.y - y) <= tolerance + pinRadius(picture) / 2,
  handles: () => [],
  pull: (mark) => mark,
  move: (mark, dx, dy) => ({ ...mark, x: Math.round(mark.x + dx), y: Math.round(mark.y + dy) }),
  map(mark, { point }) {
    const { x, y } = point(middleOf(mark));
    return { ...mark, x: Math.floor(x), y: Math.floor(y) };
  },
  places: (mark) => [middleOf(mark)],
  draw() {},
  words: ({ letter, x, y, says = '' }) => ({ code: 'pin', data: { letter, says, x, y } }),
};
