import type { Size } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';

/** The pixels of a picture as one number each, for moving them whole. Shares its memory where that is aligned. */
export function wholePixelsOf({ data }: Raster): Uint32Array {
  return data.byteOffset % 4 === 0
    ? new Uint32Array(data.buffer, data.byteOffset, data.length / 4)
    : new Uint32Array(data.slice().buffer);
}

export const emptyRaster = ({ width, height }: Size): Raster => ({
  width,
  height,
  data: new Uint8ClampedArray(width * height * 4),
});

/** A new picture each of whose pixels is one of the picture it is made from. @param from place of the pixel taken, in rows */
export function rearranged(picture: Raster, size: Size, from: (x: number, y: number) => number): Raster {
  const made = emptyRaster(size);
  const [source, target] = [wholePixelsOf(picture), wholePixelsOf(made)];
  for (let y = 0; y < size.height; y++)
    for (let x = 0; x < size.width; x++) target[y * size.width + x] = source[from(x, y)] as number;
  return made;
}

/** A new picture each of whose pixels is made from the one at the same place, transparency kept. */
export function recoloured(
  picture: Raster,
  colour: (r: number, g: number, b: number) => readonly [number, number, number],
): Raster {
  const data = new Uint8ClampedArray(picture.data);
  for (let i = 0; i < data.length; i += 4) {
    const [r, g, b] = colour(data[i] as number, data[i + 1] as number, data[i + 2] as number);
    data[i] = r;
    data[i + 1] = g;
    data[i + 2] = b;
  }
  return { ...picture, data };
}
