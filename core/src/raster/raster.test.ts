import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { CoreError } from '../errors.ts';
import { cropRaster } from './cropRaster.ts';
import { flatShare } from './flatShare.ts';
import type { Raster } from './raster.ts';

/** A picture in which every pixel tells its place. */
function placed(width: number, height: number): Raster {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0; i < width * height; i++)
    data.set([i & 255, (i >> 8) & 255, (i * 7) & 255, 255 - (i & 63)], i * 4);
  return { width, height, data };
}

describe('cropRaster', () => {
  it('gives the pixels that sharp (libvips) extracts', async () => {
    const picture = placed(61, 47);
    const box = { x: 13, y: 5, width: 40, height: 31 };
    const expected = await sharp(picture.data, { raw: { width: 61, height: 47, channels: 4 } })
      .extract({ left: box.x, top: box.y, width: box.width, height: box.height })
      .raw()
      .toBuffer();
    expect(Buffer.from(cropRaster(picture, box).data).equals(expected)).toBe(true);
  });
  it('keeps every pixel at its place', () => {
    const picture = placed(32, 24);
    fc.assert(
      fc.property(fc.nat(31), fc.nat(23), fc.nat(31), fc.nat(23), (x, y, w, h) => {
        const box = { x, y, width: Math.min(w + 1, 32 - x), height: Math.min(h + 1, 24 - y) };
        const cut = cropRaster(picture, box);
        const last = { x: box.width - 1, y: box.height - 1 };
        const from = ((box.y + last.y) * 32 + box.x + last.x) * 4;
        const to = (last.y * box.width + last.x) * 4;
        expect([...cut.data.subarray(to, to + 4)]).toEqual([...picture.data.subarray(from, from + 4)]);
      }),
    );
  });
  it.each([
    { x: -1, y: 0, width: 2, height: 2 },
    { x: 0, y: 0, width: 33, height: 1 },
    { x: 0.5, y: 0, width: 1, height: 1 },
    { x: 0, y: 0, width: 0, height: 1 },
  ])('refuses %o', (box) => {
    expect(() => cropRaster(placed(32, 24), box)).toThrow(CoreError);
  });
  it('refuses data of the wrong length', () => {
    expect(() =>
      cropRaster(
        { width: 2, height: 2, data: new Uint8ClampedArray(15) },
        { x: 0, y: 0, width: 1, height: 1 },
      ),
    ).toThrow(/needs 16 bytes, got 15/);
  });
});

describe('flatShare', () => {
  it('is 1 for one colour, and names it', () => {
    const data = new Uint8ClampedArray(40 * 4).fill(255);
    expect(flatShare({ width: 8, height: 5, data })).toEqual({
      colour: { r: 248, g: 248, b: 248 },
      share: 1,
    });
  });
  it('counts exactly, worked by hand: 12 of 16 pixels', () => {
    const data = new Uint8ClampedArray(16 * 4);
    for (let i = 0; i < 16; i++) data.set(i < 12 ? [0, 0, 0, 255] : [200, 30, 30, 255], i * 4);
    expect(flatShare({ width: 4, height: 4, data })).toEqual({ colour: { r: 8, g: 8, b: 8 }, share: 0.75 });
  });
  it('reads transparency as white', () => {
    expect(flatShare({ width: 1, height: 1, data: new Uint8ClampedArray([0, 0, 0, 0]) }).colour).toEqual({
      r: 248,
      g: 248,
      b: 248,
    });
  });
});
