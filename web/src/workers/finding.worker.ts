import {
  type Box,
  type CheckedWith,
  checkPicture,
  type Finding,
  findDisplays,
  findSheet,
  holdsPageSign,
  leastScale,
  pictureFacts,
  type Quad,
  type Raster,
  straighten,
} from '@nachweis/core';
import { expose } from 'comlink';
import { rasterOf } from './rasterOf.ts';

/** What a proof point asks for, as far as it can be seen at once. */
export type Asked = NonNullable<CheckedWith['asked']>;

/** The displays that are in a picture. */
export interface FoundDisplays {
  displays: Box[];
  /** where one display was found: those it may be as well, to be asked about */
  perhaps: Box[];
}

/** What was found in a picture. */
export interface Look extends FoundDisplays {
  /** smallest scale at which text stays readable; null without text */
  leastScale: number | null;
  findings: Finding[];
}

/** The picture that was looked at last, until all is known of it: to read its pixels takes as long as finding displays. */
let last: { captureId: string; raster: Raster; found: FoundDisplays } | null = null;

async function readOf(captureId: string, picture: Blob | string | ImageBitmap) {
  if (last?.captureId === captureId) return last;
  const raster = await rasterOf(picture);
  const { sure: displays, perhaps } = findDisplays(raster);
  return { captureId, raster, found: { displays, perhaps } };
}

/** Large enough for a look at it to run as one at a picture does. */
const REHEARSED = { width: 1280, height: 720 };

/** Reads pictures off the page: finding displays and windows takes far longer than a frame. */
const api = {
  /**
   * Looks at a made-up picture once: code that has never run is several times slower, and the first picture that
   * somebody takes would wait for it.
   */
  ready(): void {
    const { width, height } = REHEARSED;
    const data = new Uint8ClampedArray(width * height * 4);
    for (let i = 0; i < data.length; i++) data[i] = (i * 2654435761) >>> 27;
    findDisplays({ width, height, data });
  },

  /** What is found soon, and offered first. @param picture its bytes, its address, or pixels that are let go of */
  async displays(captureId: string, picture: Blob | string | ImageBitmap): Promise<FoundDisplays> {
    last = await readOf(captureId, picture);
    return last.found;
  },

  async look(captureId: string, picture: Blob | string, asked: Asked): Promise<Look> {
    const { raster, found } = await readOf(captureId, picture);
    last = null;
    return {
      ...found,
      leastScale: leastScale(raster),
      findings: checkPicture(pictureFacts(raster, found.displays), { asked }),
    };
  },

  async holdsPageSign(picture: Blob): Promise<boolean> {
    return holdsPageSign(await rasterOf(picture));
  },

  async sheet(picture: Blob): Promise<Quad | null> {
    return findSheet(await rasterOf(picture));
  },

  async straighten(picture: Blob, quad: Quad): Promise<Blob> {
    const { width, height, data } = straighten(await rasterOf(picture), quad);
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
    return canvas.convertToBlob({ type: 'image/png' });
  },
};

export type FindingWorker = typeof api;

expose(api);
