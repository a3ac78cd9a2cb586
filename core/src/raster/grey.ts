import type { Raster } from './raster.ts';

/** Brightness of each pixel, 0 to 255, by the weights of ITU-R BT.601. */
export function greyOf({ width, height, data }: Raster): Uint8Array {
  const grey = new Uint8Array(width * height);
  for (let i = 0, p = 0; i < grey.length; i++, p += 4) {
    grey[i] = 0.299 * (data[p] as number) + 0.587 * (data[p + 1] as number) + 0.114 * (data[p + 2] as number);
  }
  return grey;
}
