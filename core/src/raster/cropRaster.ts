import { CoreError } from '../errors.ts';
import type { Box } from '../geometry/box.ts';
import { checkRaster, type Raster } from './raster.ts';

/**
 * Copies a box of whole pixels out of a picture.
 * @throws CoreError `box-outside` when the box is not wholly inside the picture
 */
export function cropRaster(raster: Raster, box: Box): Raster {
  checkRaster(raster);
  const whole = [box.x, box.y, box.width, box.height].every(Number.isInteger);
  if (
    !whole ||
    box.x < 0 ||
    box.y < 0 ||
    box.width < 1 ||
    box.height < 1 ||
    box.x + box.width > raster.width ||
    box.y + box.height > raster.height
  ) {
    throw new CoreError(
      'box-outside',
      `The box ${JSON.stringify(box)} is not inside ${raster.width} x ${raster.height}.`,
      { box },
    );
  }
  const data = new Uint8ClampedArray(box.width * box.height * 4);
  for (let row = 0; row < box.height; row++) {
    const start = ((box.y + row) * raster.width + box.x) * 4;
    data.set(raster.data.subarray(start, start + box.width * 4), row * box.width * 4);
  }
  return { width: box.width, height: box.height, data };
}
