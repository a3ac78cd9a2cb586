import { tiffToRaster } from '@nachweis/core/tiff';
import { expose } from 'comlink';

/** Turns formats that browsers do not show, or no picture should be kept in, into PNG. */
const api = {
  /** @throws Error when it cannot be read */
  async toPng(blob: Blob, kind: 'tiff' | 'bmp'): Promise<{ blob: Blob; done: string }> {
    if (kind === 'bmp') {
      const bitmap = await createImageBitmap(blob);
      const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
      canvas.getContext('2d')?.drawImage(bitmap, 0, 0);
      bitmap.close();
      return {
        blob: await canvas.convertToBlob({ type: 'image/png' }),
        done: 'Converted from BMP to PNG, pixel for pixel.',
      };
    }
    const { raster, bits } = tiffToRaster(new Uint8Array(await blob.arrayBuffer()));
    const canvas = new OffscreenCanvas(raster.width, raster.height);
    const pixels = new ImageData(new Uint8ClampedArray(raster.data), raster.width, raster.height);
    canvas.getContext('2d')?.putImageData(pixels, 0, 0);
    const done =
      bits > 8 ? `Converted from TIFF to PNG, ${bits} bits a channel to 8.` : 'Converted from TIFF to PNG.';
    return { blob: await canvas.convertToBlob({ type: 'image/png' }), done };
  },
};

export type ConvertWorker = typeof api;

expose(api);
