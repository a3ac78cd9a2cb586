import { CoreError } from '../errors.ts';

/** A picture in memory: RGBA, 8 bit, straight alpha, sRGB; `data.length === width * height * 4`. */
export interface Raster {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/** Whether no pixel lets anything through. */
export function isOpaque({ data }: Raster): boolean {
  for (let i = 3; i < data.length; i += 4) if (data[i] !== 255) return false;
  return true;
}

/** @throws CoreError `bad-raster` when sizes and data do not fit together */
export function checkRaster({ width, height, data }: Raster): void {
  if (!Number.isInteger(width) || !Number.isInteger(height) || width < 1 || height < 1) {
    throw new CoreError(
      'bad-raster',
      `A picture needs whole sizes of at least 1, got ${width} x ${height}.`,
      { width, height },
    );
  }
  if (data.length !== width * height * 4) {
    throw new CoreError(
      'bad-raster',
      `${width} x ${height} RGBA needs ${width * height * 4} bytes, got ${data.length}.`,
      { width, height, length: data.length },
    );
  }
}
