import { checkRaster, type Raster } from './raster.ts';

/** What a look at all pixels says of a picture before anybody has looked at it. */
export interface FlatShare {
  /** the commonest colour, coarsened to 4 bits a channel, as the middle of its cell, 0 to 255 */
  colour: { r: number; g: number; b: number };
  /** how much of the picture has it, 0 to 1 */
  share: number;
}

/** Level differences inside one cell of 16 do not count: compressed pictures of one colour still read as flat. */
const LEVELS = 16;

/** Finds the commonest colour of a picture and its share. Transparent pixels count as white. O(pixels). */
export function flatShare(raster: Raster): FlatShare {
  checkRaster(raster);
  const counts = new Uint32Array(LEVELS ** 3);
  const { data } = raster;
  for (let i = 0; i < data.length; i += 4) {
    const clear = (data[i + 3] as number) < 128;
    const r = clear ? 15 : (data[i] as number) >> 4;
    const g = clear ? 15 : (data[i + 1] as number) >> 4;
    const b = clear ? 15 : (data[i + 2] as number) >> 4;
    const cell = (r << 8) | (g << 4) | b;
    counts[cell] = (counts[cell] as number) + 1;
  }
  let best = 0;
  for (let cell = 1; cell < counts.length; cell++) {
    if ((counts[cell] as number) > (counts[best] as number)) best = cell;
  }
  const level = (shift: number) => ((best >> shift) & 15) * 16 + 8;
  return {
    colour: { r: level(8), g: level(4), b: level(0) },
    share: (counts[best] as number) / (raster.width * raster.height),
  };
}
