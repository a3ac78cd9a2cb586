import type { Size } from '../geometry/box.ts';

export interface AskedSize {
  /** pixels; null: any width does */
  minWidth: number | null;
  minHeight: number | null;
}

/** Says of a picture that is smaller than asked for how large it is and what is asked; null when it is large enough. */
export function tooSmall({ width, height }: Size, { minWidth, minHeight }: AskedSize): string | null {
  const wide = minWidth === null || width >= minWidth;
  const high = minHeight === null || height >= minHeight;
  if (wide && high) return null;
  const size = `${width} × ${height} pixels`;
  if (minHeight === null) return `${size}; a width of at least ${minWidth} is asked for.`;
  if (minWidth === null) return `${size}; a height of at least ${minHeight} is asked for.`;
  return `${size}; at least ${minWidth} × ${minHeight} are asked for.`;
}
