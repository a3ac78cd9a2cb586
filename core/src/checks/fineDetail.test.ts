import { expect, it } from 'vitest';
import type { Raster } from '../raster/raster.ts';
import { fineDetail } from './fineDetail.ts';

/** A picture whose rows all have the levels that are given for each place. */
function rows(level: (x: number) => number, width = 512, height = 64): Raster {
  const data = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.fill(level(x), (y * width + x) * 4, (y * width + x) * 4 + 3);
  return { width, height, data };
}
const wave = (pixels: number) => (x: number) => 128 + 80 * Math.sin((2 * Math.PI * x) / pixels + 0.3);

it('finds fine what changes from pixel to pixel, and nothing fine in waves of eight pixels', () => {
  expect(fineDetail(rows(wave(2.2)))).toBeGreaterThan(100);
  expect(fineDetail(rows(wave(8)))).toBeLessThan(0.001);
});

it('finds what a single step has: as much of every wave (its steps are one impulse)', () => {
  // An impulse under a Hann window spreads evenly (the transform of an impulse is flat): six waves against thirteen.
  expect(fineDetail(rows((x) => (x % 100 < 50 ? 20 : 235)))).toBeCloseTo(6 / 13, 2);
});

it('says nothing of a picture with nothing in it', () => {
  expect(fineDetail(rows(() => 200))).toBeNull();
  expect(fineDetail(rows(wave(3), 40))).toBeNull();
});
