import UTIF from 'utif2';
import { MAX_PICTURE_PIXELS } from '../pictures/admitPicture.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';

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
  const rgba = UTIF.toRGBA8(page);
  const raster = { width: page.width, height: page.height, data: new Uint8ClampedArray(rgba) };
  checkRaster(raster);
  return { raster, bits: tag('t258') || 1 };
}
