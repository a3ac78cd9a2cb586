import { MAX_PICTURE_PIXELS } from '@nachweis/core';
import sharp, { type Sharp } from 'sharp';

/**
 * Opens a picture for decoding: first frame only, orientation of EXIF applied, refusing damaged files and anything
 * with more pixels than the stated limit before a pixel is decoded.
 */
export function decode(input: string | Uint8Array): Sharp {
  return sharp(input, {
    failOn: 'warning',
    limitInputPixels: MAX_PICTURE_PIXELS,
    pages: 1,
    sequentialRead: true,
  }).autoOrient();
}
