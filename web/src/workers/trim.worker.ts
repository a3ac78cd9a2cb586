import { type Preparation, trimmedPicture } from '@nachweis/core';
import { expose } from 'comlink';
import { rasterOf } from './rasterOf.ts';

/** Works on whole pictures, so that the page never waits for pixels. */
const api = {
  /** What counts of a capture, with what is hidden taken away and all steps done, as PNG. */
  async trimmed(
    capture: ImageBitmap,
    document: Pick<Preparation, 'framing' | 'trims' | 'marks'>,
  ): Promise<Blob> {
    const { data, width, height } = trimmedPicture(await rasterOf(capture), document);
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
    return canvas.convertToBlob({ type: 'image/png' });
  },
};

export type TrimWorker = typeof api;

expose(api);
