import type { MarkKind } from '../mark.ts';
import { pinRadius } from '../pinRadius.ts';
import type { Pin } from '../pins.ts';

/** Pins are drawn together (`drawPins`), so that no head lies over another; each answers for itself. */
export const pin: MarkKind<Pin> = {
  burns: false,
  bounds({ x, y }, { picture }) {
    const r = pinRadius(picture) * 3;
    return { x: x - r, y: y - r, width: 2 * r, height: 2 * r };
  },
  hits: ({ x, y }, at, tolerance, { picture }) =>
    Math.hypot(at.x - x, at.y - y) <= tolerance + pinRadius(picture) / 2,
  handles: () => [],
  pull: (mark) => mark,
  move: (mark, dx, dy) => ({ ...mark, x: Math.round(mark.x + dx), y: Math.round(mark.y + dy) }),
  scale: (mark, factor) => ({
    ...mark,
    x: Math.floor(mark.x * factor),
    y: Math.floor(mark.y * factor),
  }),
  draw() {},
  words: ({ letter, x, y, says = '' }) => ({ code: 'pin', data: { letter, says, x, y } }),
};
