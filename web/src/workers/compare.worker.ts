import type { Box, Raster } from '@nachweis/core';
import { type Alignment, alignPictures, comparePictures } from '@nachweis/core/comparing';
import { expose } from 'comlink';
import { rasterOf } from './rasterOf.ts';

/** What comparing two pictures gives; all pictures have the size of the first. */
export interface Compared {
  alignment: Alignment;
  width: number;
  height: number;
  /** the second, scaled and moved to lie on the first */
  laid: Blob;
  /** the first, pale, with what differs in one colour */
  difference: Blob;
  places: Box[];
  /** pixels that differ and lie in none of these */
  unlisted: number;
  /** share of the first that the second covers, 0 to 1 */
  covered: number;
}

/** What differs, red, green, blue: the colour that stands for nothing else on a picture. */
const DIFFERS = [196, 24, 124] as const;
/** Of the first picture, so much is left behind what differs. */
const PALE = 0.22;

/** Lays pictures on each other off the page. */
const api = {
  async compare(first: string, second: string): Promise<Compared> {
    const [a, b] = await Promise.all([rasterOf(first), rasterOf(second)]);
    const alignment = alignPictures(a, b);
    const { laid, changed, places, unlisted, covered } = comparePictures(a, b, alignment);
    return {
      alignment,
      width: a.width,
      height: a.height,
      laid: await fileOf(laid),
      difference: await fileOf(paintDifference(a, changed)),
      places,
      unlisted,
      covered,
    };
  },
};

function paintDifference({ width, height, data }: Raster, changed: Uint8Array): Raster {
  const out = new Uint8ClampedArray(data.length);
  for (let i = 0, p = 0; i < changed.length; i++, p += 4) {
    if (changed[i]) out.set(DIFFERS, p);
    else {
      const luma =
        0.299 * (data[p] as number) + 0.587 * (data[p + 1] as number) + 0.114 * (data[p + 2] as number);
      out.fill(255 - (255 - luma) * PALE, p, p + 3);
    }
    out[p + 3] = 255;
  }
  return { width, height, data: out };
}

function fileOf({ width, height, data }: Raster): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}

export type CompareWorker = typeof api;

expose(api);
