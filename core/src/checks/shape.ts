import type { Size } from '../geometry/box.ts';

/** Sides of a shape, such as 16 and 9. */
export interface AskedShape {
  /** null: any shape does */
  ratio?: Size | null;
}

/** A frame is of whole pixels and most captures are rounded: 1366 x 768 passes for 16 to 9. */
const NEAR = 0.01;

/** Whether a picture has another shape than is asked for, by more than a hundredth. */
export function isWrongShape({ width, height }: Size, { ratio }: AskedShape): boolean {
  return !!ratio && Math.abs((width * ratio.height) / (height * ratio.width) - 1) > NEAR;
}
