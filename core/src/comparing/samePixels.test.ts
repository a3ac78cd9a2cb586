// How the second was cut out is known; loss is sharp's, a reference library.
import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { levelsOf } from '../raster/levels.ts';
import type { Raster } from '../raster/raster.ts';
import { edgePlaces } from './agreement.ts';
import { samePixels } from './samePixels.ts';

const [WIDTH, HEIGHT] = [240, 180];

/** Random greys, so that no place is like the one beside it; each line as the one `period` above it, where that is given. */
function grains(seed: number, period = HEIGHT): Raster {
  let state = seed * 2654435761 + 1;
  const random = () => {
    state = (state * 1664525 + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4).fill(255);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const at = (y * WIDTH + x) * 4;
      const above = at - period * WIDTH * 4;
      data.fill(above >= 0 ? (data[above] as number) : Math.floor(random() * 256), at, at + 3);
    }
  return { width: WIDTH, height: HEIGHT, data };
}

function cut({ width, data }: Raster, left: number, top: number, w: number, h: number): Raster {
  const part = new Uint8ClampedArray(w * h * 4);
  for (let y = 0; y < h; y++)
    part.set(data.subarray(((top + y) * width + left) * 4, ((top + y) * width + left + w) * 4), y * w * 4);
  return { width: w, height: h, data: part };
}

const placesOf = (raster: Raster) => edgePlaces(levelsOf(raster));

describe('samePixels', () => {
  it('finds a part where it was cut out, also where a third of it was painted over', () => {
    fc.assert(
      fc.property(fc.nat(1000), fc.nat(60), fc.nat(40), fc.nat(6), fc.nat(6), (seed, left, top, x, y) => {
        const whole = grains(seed);
        const part = cut(whole, left, top, 170, 130);
        part.data.fill(90, 0, part.data.length / 3);
        const near = { dx: left + x - 3, dy: top + y - 3 };
        expect(samePixels(whole, part, placesOf(whole), near, 4)).toEqual({ dx: left, dy: top });
      }),
      { numRuns: 30 },
    );
  });
  it('takes no place where another one beside it is as good', () => {
    const whole = grains(5, 4);
    const part = cut(whole, 30, 20, 170, 120);
    expect(samePixels(whole, part, placesOf(whole), { dx: 30, dy: 20 }, 6)).toBeNull();
    expect(samePixels(whole, part, placesOf(whole), { dx: 30, dy: 20 }, 3)).toEqual({ dx: 30, dy: 20 });
  });
  it('finds no copy with loss, none of another picture, and none of which too little is in both', async () => {
    const whole = grains(6);
    const jpeg = await sharp(whole.data, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
      .removeAlpha()
      .jpeg({ quality: 80 })
      .toBuffer();
    const { data } = await sharp(jpeg).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const lossy = { ...whole, data: new Uint8ClampedArray(data) };
    const here = { dx: 0, dy: 0 };
    expect(samePixels(whole, lossy, placesOf(whole), here, 4)).toBeNull();
    expect(samePixels(whole, grains(7), placesOf(whole), here, 4)).toBeNull();
    const corner = cut(whole, 0, 0, 12, 12);
    expect(samePixels(whole, corner, placesOf(whole), here, 4)).toBeNull();
  });
});
