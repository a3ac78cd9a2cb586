import { type Preparation, placingOf, type Raster, resized, trimmedPicture } from '@nachweis/core';
import { expose, transfer } from 'comlink';
import { rasterOf } from './rasterOf.ts';

type Steps = Pick<Preparation, 'framing' | 'trims' | 'marks'>;

function canvasOf({ data, width, height }: Raster): OffscreenCanvas {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  return canvas;
}

/** Works on whole pictures, so that the page never waits for pixels. */
const api = {
  /** What counts of a capture, with what is hidden taken away and all steps done, as PNG. */
  trimmed: async (capture: ImageBitmap, document: Steps): Promise<Blob> =>
    canvasOf(trimmedPicture(await rasterOf(capture), document)).convertToBlob({ type: 'image/png' }),
  /** The same as pixels, in the size it is scaled to, for who goes on with them. */
  async scaledPixels(capture: ImageBitmap, document: Steps): Promise<ImageBitmap> {
    const whole = await rasterOf(capture);
    const { size } = placingOf(document, whole);
    const made = resized(trimmedPicture(whole, document), size, document.framing.scaling ?? 'sharp');
    const bitmap = canvasOf(made).transferToImageBitmap();
    return transfer(bitmap, [bitmap]);
  },
};

export type TrimWorker = typeof api;

expose(api);
