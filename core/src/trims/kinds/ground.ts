import { inkChannels } from '../../marks/ink.ts';
import { type TrimKind, type TrimPixels, unmoved } from '../trim.ts';

/** A colour under what is transparent. */
export interface Ground {
  kind: 'ground';
  /** "#rrggbb" */
  colour: string;
}

/** Source: "over" on an opaque ground, Porter and Duff 1984. */
export const ground: TrimKind<Ground> = unmoved;

export const groundPixels: TrimPixels<Ground> = ({ colour }, picture) => {
  const under = inkChannels(colour);
  const data = new Uint8ClampedArray(picture.data);
  for (let i = 0; i < data.length; i += 4) {
    const share = (data[i + 3] as number) / 255;
    for (let c = 0; c < 3; c++)
      data[i + c] = Math.round((data[i + c] as number) * share + (under[c] as number) * (1 - share));
    data[i + 3] = 255;
  }
  return { ...picture, data };
};
