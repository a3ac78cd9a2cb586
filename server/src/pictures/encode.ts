import {
  type Encoding,
  isOpaque,
  type Raster,
  USUAL_QUALITY,
  USUAL_RESOLUTION,
  withResolution,
} from '@nachweis/core';
import { fromRaster } from './decode.ts';

/** What lies under transparent parts in a format that has none: the paper that most pages are. */
export const PAPER = '#ffffff';

/**
 * Writes a picture with its physical resolution, where its format has a place for it. One that is opaque is written
 * without an alpha channel, which is what most captures are.
 */
export async function encode(
  raster: Raster,
  encoding: Encoding,
  pixelsPerInch = USUAL_RESOLUTION,
): Promise<Uint8Array> {
  return withResolution(await written(raster, encoding), encoding.format, pixelsPerInch);
}

async function written(
  raster: Raster,
  { format, palette = false, quality = USUAL_QUALITY }: Encoding,
): Promise<Buffer> {
  const whole = fromRaster(raster);
  const picture = isOpaque(raster) ? whole.removeAlpha() : whole;
  switch (format) {
    case 'png':
      return picture.png(palette ? { palette, colours: 256, effort: 7 } : {}).toBuffer();
    case 'jpeg':
      // Colours at half the size make thin coloured letters hard to read.
      return picture.flatten({ background: PAPER }).jpeg({ quality, chromaSubsampling: '4:4:4' }).toBuffer();
    case 'gif':
      return picture.gif({ colours: 256, effort: 4 }).toBuffer();
    case 'webp':
      return picture.webp(quality === 100 ? { lossless: true } : { quality }).toBuffer();
  }
}
