import type { Raster } from './raster.ts';

/**
 * Writes the colour at a place between pixels, linearly in both directions; nothing for a place outside the picture.
 * @param x middles of pixels are whole numbers
 * @param at where in `out` its four bytes go
 */
export function sample(
  { width, height, data }: Raster,
  x: number,
  y: number,
  out: Uint8ClampedArray,
  at: number,
): void {
  if (x < -0.5 || y < -0.5 || x > width - 0.5 || y > height - 0.5) return;
  const left = Math.min(Math.max(Math.floor(x), 0), width - 1);
  const top = Math.min(Math.max(Math.floor(y), 0), height - 1);
  const right = Math.min(left + 1, width - 1);
  const bottom = Math.min(top + 1, height - 1);
  const across = Math.min(Math.max(x - left, 0), 1);
  const down = Math.min(Math.max(y - top, 0), 1);
  for (let channel = 0; channel < 4; channel++) {
    const value = (px: number, py: number) => data[(py * width + px) * 4 + channel] as number;
    const upper = value(left, top) * (1 - across) + value(right, top) * across;
    const lower = value(left, bottom) * (1 - across) + value(right, bottom) * across;
    out[at + channel] = upper * (1 - down) + lower * down;
  }
}
