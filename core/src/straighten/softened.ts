import type { Levels } from '../raster/levels.ts';

/** Each pixel the mean of those around it (1 2 1 in both directions): steps along a slanted edge become a slope. */
export function softened({ width, height, levels }: Levels): Levels {
  const across = new Float32Array(levels.length);
  const out = new Float32Array(levels.length);
  const mean = (from: Float32Array, before: number, at: number, after: number) =>
    ((from[before] as number) + 2 * (from[at] as number) + (from[after] as number)) / 4;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      across[at] = mean(levels, x > 0 ? at - 1 : at, at, x < width - 1 ? at + 1 : at);
    }
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      out[at] = mean(across, y > 0 ? at - width : at, at, y < height - 1 ? at + width : at);
    }
  return { width, height, levels: out };
}
