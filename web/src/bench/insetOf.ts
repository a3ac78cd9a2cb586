import { MAX_INSET_LETTERS } from '@nachweis/contract';
import { dataAddressOf } from '../pictures/dataAddress.ts';

/** Longest side of a picture in a picture; what is larger is scaled down, for it is shown as a part. */
const LONGEST = 1400;
/** Each time it is still too large for a mark, it is made smaller by this. */
const SMALLER = 0.8;
const LEAST = 40;

/** A picture as pixels that a mark can carry. */
export interface InsetPixels {
  pixels: string;
  width: number;
  height: number;
}

/**
 * Makes a picture small enough to lie in another one: without loss where that fits, else as sharp as fits.
 * @throws Error where it cannot be read
 */
export async function insetOf(bitmap: ImageBitmap): Promise<InsetPixels> {
  for (let scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height)); ; scale *= SMALLER) {
    const width = Math.max(1, Math.round(bitmap.width * scale));
    const height = Math.max(1, Math.round(bitmap.height * scale));
    const context = new OffscreenCanvas(width, height).getContext('2d');
    if (!context) throw new Error('No canvas to make the picture with.');
    context.imageSmoothingQuality = 'high';
    context.drawImage(bitmap, 0, 0, width, height);
    for (const [type, quality] of [
      ['image/png', undefined],
      ['image/webp', 0.92],
    ] as const) {
      const pixels = await dataAddressOf(
        await context.canvas.convertToBlob({ type, ...(quality && { quality }) }),
      );
      if (pixels.length <= MAX_INSET_LETTERS) return { pixels, width, height };
    }
    if (Math.max(width, height) < LEAST) throw new Error('The picture cannot be made small enough.');
  }
}
