import { MAX_PICTURE_PIXELS, type Raster } from '@nachweis/core';
import sharp, { type Sharp } from 'sharp';

/** A picture's own pixels cannot be read. */
export class DecodeError extends Error {}

/**
 * Opens a picture for decoding: first frame only, orientation of EXIF applied, refusing damaged files and anything
 * with more pixels than the stated limit before a pixel is decoded.
 */
export function decode(bytes: Uint8Array): Sharp {
  return sharp(bytes, {
    failOn: 'warning',
    limitInputPixels: MAX_PICTURE_PIXELS,
    pages: 1,
    sequentialRead: true,
  }).autoOrient();
}

/** Decodes a picture once, as the core works on it. @throws DecodeError */
export async function decodeRaster(bytes: Uint8Array): Promise<Raster> {
  try {
    return await rasterOf(decode(bytes).toColourspace('srgb').ensureAlpha());
  } catch (error) {
    throw new DecodeError(error instanceof Error ? error.message : String(error));
  }
}

/** The pixels of what has four channels. */
export async function rasterOf(picture: Sharp): Promise<Raster> {
  const { data, info } = await picture.raw({ depth: 'uchar' }).toBuffer({ resolveWithObject: true });
  return {
    width: info.width,
    height: info.height,
    data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.length),
  };
}

/** A raster as sharp takes it, without a copy. */
export const fromRaster = ({ width, height, data }: Raster): Sharp =>
  sharp(Buffer.from(data.buffer, data.byteOffset, data.length), {
    raw: { width, height, channels: 4 },
    limitInputPixels: MAX_PICTURE_PIXELS,
  });
