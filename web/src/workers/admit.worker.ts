import {
  type Admitted,
  admitPicture,
  MAX_PICTURE_PIXELS,
  PNG_HEAD_BYTES,
  pngHeaderSize,
  type Refused,
  type Size,
} from '@nachweis/core';
import { expose, transfer } from 'comlink';

/** Reads a picture's structure and its pixels off the main thread, which makes ready to show it meanwhile. */
const api = {
  async admit(blob: Blob, fileName: string): Promise<Admitted | Refused> {
    return admitPicture(new Uint8Array(await blob.arrayBuffer()), fileName);
  },

  /** The size that a PNG says it has; null for everything else and for what says too much to be decoded unchecked. */
  async pngSize(blob: Blob): Promise<Size | null> {
    const size = pngHeaderSize(new Uint8Array(await blob.slice(0, PNG_HEAD_BYTES).arrayBuffer()));
    return size && size.width * size.height <= MAX_PICTURE_PIXELS ? size : null;
  },

  /**
   * Decodes a picture for showing it, at most `widest` pixels wide: painting one of four screens' width takes longer
   * than decoding it. @returns null when the pixels cannot be read
   */
  async decode(blob: Blob, { width, height }: Size, widest: number): Promise<ImageBitmap | null> {
    const options: ImageBitmapOptions =
      width <= widest
        ? {}
        : {
            resizeWidth: widest,
            resizeHeight: Math.max(1, Math.round((height * widest) / width)),
            resizeQuality: 'low',
          };
    const bitmap = await createImageBitmap(blob, options).catch(() => null);
    return bitmap && transfer(bitmap, [bitmap]);
  },
};

export type AdmitWorker = typeof api;

expose(api);
