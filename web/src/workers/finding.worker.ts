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
  straighten,
} from '@nachweis/core';
import { expose } from 'comlink';
import { rasterOf } from './rasterOf.ts';

/** What a proof point asks for, as far as it can be seen at once. */
export type Asked = NonNullable<CheckedWith['asked']>;

/** What was found in a picture. */
export interface Look {
  displays: Box[];
  /** where one display was found: those it may be as well, to be asked about */
  perhaps: Box[];
  /** smallest scale at which text stays readable; null without text */
  leastScale: number | null;
  findings: Finding[];
}

/** Reads pictures off the page: finding displays and windows takes far longer than a frame. */
const api = {
  async look(picture: Blob | string, asked: Asked): Promise<Look> {
    const raster = await rasterOf(picture);
    const { sure: displays, perhaps } = findDisplays(raster);
    return {
      displays,
      perhaps,
      leastScale: leastScale(raster),
      findings: checkPicture(pictureFacts(raster, displays), { asked }),
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
