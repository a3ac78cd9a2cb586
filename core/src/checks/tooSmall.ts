import type { Size } from '../geometry/box.ts';

export interface AskedSize {
  /** pixels; null: any width does */
  minWidth: number | null;
  minHeight: number | null;
}

/** Whether a picture is smaller than asked for, in either direction. */
export function isTooSmall({ width, height }: Size, { minWidth, minHeight }: AskedSize): boolean {
  return (minWidth !== null && width < minWidth) || (minHeight !== null && height < minHeight);
}
