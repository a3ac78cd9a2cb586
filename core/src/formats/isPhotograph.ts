import { fromCamera } from '../checks/fromCamera.ts';
import { checkRaster, type Raster } from '../raster/raster.ts';

/** Of a screen at least this part of the pixels is the same as the one to its left; of a photograph hardly any. Tried on both. */
const SAME = 0.35;

/** Whether a picture is a photograph rather than a screen: it has no areas of one colour, to the level. O(pixels). */
export function isPhotograph(raster: Raster): boolean {
  checkRaster(raster);
  const { width, height, data } = raster;
  let same = 0;
  for (let y = 0; y < height; y++)
    for (let i = (y * width + 1) * 4, end = (y + 1) * width * 4; i < end; i += 4)
      if (data[i] === data[i - 4] && data[i + 1] === data[i - 3] && data[i + 2] === data[i - 2]) same++;
  return same < SAME * width * height || fromCamera(raster);
}
