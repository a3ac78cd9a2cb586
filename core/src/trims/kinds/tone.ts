import { luminance } from '../../marks/ink.ts';
import { recoloured } from '../pixels.ts';
import { type TrimKind, type TrimPixels, unmoved } from '../trim.ts';

/** Without colours, or light and dark exchanged, for print. */
export interface Tone {
  kind: 'tone';
  as: 'greys' | 'inverted';
}

export const tone: TrimKind<Tone> = unmoved;

export const tonePixels: TrimPixels<Tone> = ({ as }, picture) => {
  if (as === 'inverted') return recoloured(picture, (r, g, b) => [255 - r, 255 - g, 255 - b]);
  return recoloured(picture, (r, g, b) => {
    const grey = brightness(luminance([r, g, b]));
    return [grey, grey, grey];
  });
};

/** The level of a grey of a luminance, 0 to 255. Source: the sRGB transfer function, IEC 61966-2-1. */
function brightness(light: number): number {
  return 255 * (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055);
}
