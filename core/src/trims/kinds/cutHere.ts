import type { Size } from '../../geometry/box.ts';
import { inkChannels, PIN_INK } from '../../marks/ink.ts';
import { lineCover, zigzag } from '../breakLine.ts';
import { type TrimKind, type TrimPixels, unmoved } from '../trim.ts';

export const SIDES = ['top', 'right', 'bottom', 'left'] as const;

/** A break line along edges beyond which the picture goes on; what lies outside of the line is transparent. */
export interface CutHere {
  kind: 'cut-here';
  sides: Array<(typeof SIDES)[number]>;
}

export const cutHere: TrimKind<CutHere> = unmoved;

export const cutHerePixels: TrimPixels<CutHere> = ({ sides }, picture) => {
  const { width, height } = picture;
  const made = { ...picture, data: new Uint8ClampedArray(picture.data) };
  const deep = depthOf(picture);
  const swing = deep * 0.42;
  const thin = Math.max(1, deep / 8);
  const ink = inkChannels(PIN_INK);
  for (const side of sides) {
    const upright = side === 'left' || side === 'right';
    const [length, across] = upright ? [height, width] : [width, height];
    for (let along = 0; along < length; along++)
      for (let from = 0; from < Math.min(deep, across); from++) {
        const in_ = side === 'right' || side === 'bottom' ? across - 1 - from : from;
        const at = (upright ? along * width + in_ : in_ * width + along) * 4;
        const off = from + 0.5 - deep / 2 - zigzag((along + 0.5) / swing) * swing;
        const cover = lineCover(off, thin);
        const beyond = off < 0;
        if (beyond && cover < 1) made.data[at + 3] = Math.min(made.data[at + 3] as number, cover * 255);
        const share = beyond && cover > 0 ? 1 : cover;
        for (let c = 0; c < 3; c++)
          made.data[at + c] =
            beyond && cover === 0
              ? 0
              : (made.data[at + c] as number) * (1 - share) + (ink[c] as number) * share;
      }
  }
  return made;
};

/** How far from the edge the line and what is cut away reach, in pixels. */
const depthOf = ({ width, height }: Size): number =>
  Math.round(Math.min(Math.max(Math.max(width, height) * 0.016, 10), 48));
