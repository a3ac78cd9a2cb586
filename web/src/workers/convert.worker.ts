import type { Done } from '@nachweis/contract';
import { tiffToRaster } from '@nachweis/core/tiff';
import { expose } from 'comlink';

/** What stands before the pixels of a WebP is shorter: at most a colour profile. */
const HEADERS = 16_384;

/** Turns pictures into the formats they are kept in. */
const api = {
  /**
   * A picture as WebP, which packs screens without loss into less than PNG does.
   * @throws Error when it is larger than the 16383 pixels a side that WebP has
   */
  async toLosslessWebp(blob: Blob): Promise<Blob> {
    const canvas = drawn(await createImageBitmap(blob));
    // Chromium's encoder is without loss at this quality. VP8L is the form without loss (RFC 9649, 3).
    const packed = await canvas.convertToBlob({ type: 'image/webp', quality: 1 });
    const tag = new TextDecoder('latin1').decode(await packed.slice(0, HEADERS).arrayBuffer());
    if (!tag.includes('VP8L')) throw new Error('This browser does not write WebP without loss.');
    return packed;
  },

  /** A TIFF or BMP as PNG. @throws Error when it cannot be read */
  async toPng(blob: Blob, kind: 'tiff' | 'bmp'): Promise<{ blob: Blob; done: Done }> {
    if (kind === 'bmp') {
      return {
        blob: await drawn(await createImageBitmap(blob)).convertToBlob({ type: 'image/png' }),
        done: { code: 'converted', data: { from: 'BMP' } },
      };
    }
    const { raster, bits } = tiffToRaster(new Uint8Array(await blob.arrayBuffer()));
    const canvas = new OffscreenCanvas(raster.width, raster.height);
    const pixels = new ImageData(new Uint8ClampedArray(raster.data), raster.width, raster.height);
    canvas.getContext('2d')?.putImageData(pixels, 0, 0);
    const done: Done = { code: 'converted', data: { from: 'TIFF', ...(bits > 8 && { bits }) } };
    return { blob: await canvas.convertToBlob({ type: 'image/png' }), done };
  },
};

function drawn(bitmap: ImageBitmap): OffscreenCanvas {
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  canvas.getContext('2d')?.drawImage(bitmap, 0, 0);
  bitmap.close();
  return canvas;
}

export type ConvertWorker = typeof api;

expose(api);
