import { greyOf } from '../raster/grey.ts';
import type { Raster } from '../raster/raster.ts';

/**
 * How steep the steepest steps between neighbours are: the level that one pixel in 2000 reaches. After the idea of
 * measuring focus by the Laplacian (Pech-Pacheco and others 2000), but by its top and not its variance: a screen is
 * mostly flat and still sharp.
 */
export function sharpness(raster: Raster): number {
  const { width, height } = raster;
  const grey = greyOf(raster);
  const counts = new Uint32Array(1024);
  let all = 0;
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1; x < width - 1; x++) {
      const at = y * width + x;
      const laplacian = Math.abs(
        4 * (grey[at] as number) -
          (grey[at - 1] as number) -
          (grey[at + 1] as number) -
          (grey[at - width] as number) -
          (grey[at + width] as number),
      );
      const cell = Math.min(laplacian, 1023);
      counts[cell] = (counts[cell] as number) + 1;
      all++;
    }
  }
  let above = 0;
  for (let level = 1023; level >= 0; level--) {
    above += counts[level] as number;
    if (above > all / 2000) return level;
  }
  return 0;
}
