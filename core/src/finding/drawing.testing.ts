import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';

export type Colour = readonly [number, number, number];

export function canvas(width: number, height: number, colour: Colour = [0, 0, 0]): Raster {
  const data = new Uint8ClampedArray(width * height * 4);
  new Uint32Array(data.buffer).fill(0xff000000 | (colour[2] << 16) | (colour[1] << 8) | colour[0]);
  return { width, height, data };
}

export function fill(
  { width, data }: Raster,
  box: Box,
  paint: Colour | ((x: number, y: number) => Colour),
): void {
  for (let y = box.y; y < box.y + box.height; y++)
    for (let x = box.x; x < box.x + box.width; x++) {
      const [r, g, b] = typeof paint === 'function' ? paint(x, y) : paint;
      const at = (y * width + x) * 4;
      data[at] = r;
      data[at + 1] = g;
      data[at + 2] = b;
    }
}

export function hash(x: number, y: number): number {
  let h = Math.imul(x + 1, 374761393) ^ Math.imul(y + 1, 668265263);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return (h ^ (h >>> 16)) & 255;
}

/** A window with a border, a title bar and lines of something like text. */
export function drawWindow(raster: Raster, box: Box): void {
  fill(raster, box, [40, 50, 52]);
  const inner = { x: box.x + 1, y: box.y + 1, width: box.width - 2, height: box.height - 2 };
  fill(raster, inner, [250, 249, 244]);
  fill(raster, { ...inner, height: Math.min(24, inner.height) }, [213, 201, 168]);
  for (let y = inner.y + 34; y + 8 < inner.y + inner.height; y += 18)
    for (let x = inner.x + 12; x + 8 < inner.x + inner.width - 10; x += 9)
      if ((Math.imul(x * 31 + y * 17, 2654435761) >>> 9) % 5 > 1)
        fill(raster, { x, y, width: 5, height: 8 }, [60, 60, 60]);
}
