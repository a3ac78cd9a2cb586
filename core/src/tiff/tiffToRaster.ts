import UTIF from 'utif2';
import { MAX_PICTURE_PIXELS } from '../pictures/admitPicture.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';

/** Value of PhotometricInterpretation (TIFF 6.0, section 16) for separated inks. */
const CMYK = 5;

/**
 * Decodes the first page of a TIFF (TIFF 6.0): grey, palette, RGB and CMYK, plain, LZW, Deflate or PackBits.
 * @returns the pixels, and the bits a channel they had
 * @throws Error when it is damaged, of an unknown kind, or has too many pixels
 */
export function tiffToRaster(bytes: Uint8Array): { raster: Raster; bits: number } {
  const buffer = bytes.slice().buffer;
  const [page] = UTIF.decode(buffer);
  if (!page) throw new Error('The TIFF holds no page.');
  const tag = (name: string) =>
    Number((page as unknown as Record<string, number[] | undefined>)[name]?.[0] ?? 0);
  if (tag('t256') * tag('t257') > MAX_PICTURE_PIXELS) throw new Error('The TIFF has too many pixels.');
  UTIF.decodeImage(buffer, page);
  const plainCmyk = tag('t262') === CMYK && tag('t258') === 8;
  const rgba = plainCmyk ? cmykToRgba(page.data, page.width * page.height, tag('t277')) : UTIF.toRGBA8(page);
  const raster = { width: page.width, height: page.height, data: new Uint8ClampedArray(rgba) };
  checkRaster(raster);
  return { raster, bits: tag('t258') || 1 };
}

/** The plain conversion of inks to light, without a profile. The library's own works in a page only. */
function cmykToRgba(samples: Uint8Array, pixels: number, perPixel: number): Uint8ClampedArray {
  const out = new Uint8ClampedArray(pixels * 4);
  for (let i = 0; i < pixels; i++) {
    const black = samples[i * perPixel + 3] as number;
    for (let ink = 0; ink < 3; ink++)
      out[i * 4 + ink] = 255 - Math.min(255, (samples[i * perPixel + ink] as number) + black);
    out[i * 4 + 3] = 255;
  }
  return out;
}
