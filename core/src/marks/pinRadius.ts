import type { Size } from '../geometry/box.ts';

const SMALLEST = 9;
const LARGEST = 26;

/** Radius of a pin's head in picture pixels: 1.1 % of the longer side, within bounds, so that it reads on small and large pictures. */
export function pinRadius({ width, height }: Size): number {
  return Math.round(Math.min(Math.max(Math.max(width, height) * 0.011, SMALLEST), LARGEST));
}
