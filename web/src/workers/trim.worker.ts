import { type Preparation, trimmedPicture } from '@nachweis/core';
import { expose, transfer } from 'comlink';
import { rasterOf } from './rasterOf.ts';

type Steps = Pick<Preparation, 'framing' | 'trims' | 'marks'>;

async function canvasOf(capture: ImageBitmap, document: Steps): Promise<OffscreenCanvas> {
  const { data, width, height } = trimmedPicture(await rasterOf(capture), document);
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  return canvas;
}

/** Works on whole pictures, so that the page never waits for pixels. */
const api = {
  /** What counts of a capture, with what is hidden taken away and all steps done, as PNG. */
  trimmed: async (capture: ImageBitmap, document: Steps): Promise<Blob> =>
    (await canvasOf(capture, document)).convertToBlob({ type: 'image/png' }),
  /** The same as pixels, for who goes on with them. */
  async trimmedPixels(capture: ImageBitmap, document: Steps): Promise<ImageBitmap> {
    const bitmap = (await canvasOf(capture, document)).transferToImageBitmap();
    return transfer(bitmap, [bitmap]);
  },
};

export type TrimWorker = typeof api;

expose(api);
