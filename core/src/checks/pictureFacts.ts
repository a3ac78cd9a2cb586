import { findDisplays } from '../finding/findDisplays.ts';
import type { Box } from '../geometry/box.ts';
import { type FlatShare, flatShare } from '../raster/flatShare.ts';
import type { Raster } from '../raster/raster.ts';
import { blackArea } from './blackArea.ts';
import { drawnInside } from './drawn.ts';
import { edgeWidth } from './edgeWidth.ts';
import { fineDetail } from './fineDetail.ts';
import { fromCamera } from './fromCamera.ts';
import { inkBlocks } from './ink.ts';
import { sharpness } from './sharpness.ts';

/** Raised whenever the same pixels give other facts, so that facts that were kept are made anew. */
export const FACTS_VERSION = 8;

/** What the pixels of a picture say by themselves, whoever asks. The same in the browser and on the server. */
export interface PictureFacts {
  width: number;
  height: number;
  /** how many displays are surely in it */
  displays: number;
  flat: FlatShare;
  /** the largest plain black rectangle, in pixels; null where there is none */
  black: Box | null;
  /** squares of 8 pixels that hold something like writing */
  ink: number;
  /** pixels that begin something between bars at its upper and lower edge */
  drawn: number;
  /** how wide its narrowest edges are, in pixels; null where it has hardly any */
  edges: number | null;
  /** how much of its detail is as fine as pixels can hold; null where there is too little to tell */
  fine: number | null;
  /** whether it was taken by a camera, as far as its pixels tell */
  camera: boolean;
  /** how steep its steepest steps between neighbours are, in levels of brightness */
  sharpness: number;
  /** hash of the size and all pixels, which the server makes beside what is said here; undefined where nobody made it */
  pixels?: string | undefined;
}

/** O(pixels). @param displays those that were found in it, where somebody looked already */
export function pictureFacts(raster: Raster, displays = findDisplays(raster).sure): PictureFacts {
  const { width, height } = raster;
  return {
    width,
    height,
    displays: displays.length,
    flat: flatShare(raster),
    black: blackArea(raster),
    ink: inkBlocks(raster),
    drawn: drawnInside(raster),
    edges: edgeWidth(raster),
    fine: fineDetail(raster),
    camera: fromCamera(raster),
    sharpness: sharpness(raster),
  };
}
