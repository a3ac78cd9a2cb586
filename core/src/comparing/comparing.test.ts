// Pictures are scaled and packed by sharp, a reference library; how they were moved is known. Where nothing is drawn over,
// the differences are those of pixelmatch on the very crops.
import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import pixelmatch from 'pixelmatch';
import sharp, { type Sharp } from 'sharp';
import { describe, expect, it } from 'vitest';
import { levelsOf } from '../raster/levels.ts';
import type { Raster } from '../raster/raster.ts';
import { alignPictures } from './alignPictures.ts';
import { comparePictures } from './comparePictures.ts';
import { fitted } from './fit.ts';
import { PhaseCorrelation } from './phaseCorrelation.ts';
import { pyramidStep } from './pyramid.ts';

/** A page of a program: a head, lines of writing, boxes, by a seed. */
function page(width: number, height: number, seed: number): Raster {
  let state = seed * 2654435761;
  const random = () => {
    state = (state * 1664525 + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
  const context = createCanvas(width, height).getContext('2d');
  context.fillStyle = '#f4f2ee';
  context.fillRect(0, 0, width, height);
  context.fillStyle = '#2b4a5e';
  context.fillRect(0, 0, width, 30);
  for (let i = 0; i < 14; i++) {
    context.strokeStyle = `hsl(${random() * 360} 40% 40%)`;
    context.strokeRect(
      Math.round(random() * width * 0.8) + 0.5,
      Math.round(40 + random() * height * 0.7) + 0.5,
      Math.round(40 + random() * 160),
      Math.round(20 + random() * 90),
    );
  }
  context.fillStyle = '#222';
  context.font = '13px sans-serif';
  for (let y = 52; y < height; y += 22)
    context.fillText(
      `${(random() * 1000).toFixed(3)} mV  ${Math.floor(random() * 1e6)} ${'abcdefghij'.slice(Math.floor(random() * 9))}`,
      20 + random() * width * 0.6,
      y,
    );
  const { data } = context.getImageData(0, 0, width, height);
  return { width, height, data: new Uint8ClampedArray(data.buffer) };
}

const fileOf = ({ width, height, data }: Raster) => sharp(data, { raw: { width, height, channels: 4 } });
async function rasterOf(picture: Sharp): Promise<Raster> {
  const { data, info } = await picture.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

describe('an alignment by least squares', () => {
  it('comes from a pixel off to a tenth of one, with its scale or without, and never leaves what goes together better', async () => {
    const whole = page(900, 600, 3);
    const part = fileOf(whole).extract({ left: 120, top: 60, width: 600, height: 480 });
    const other = await rasterOf(part.resize(450, 360, { fit: 'fill' }));
    const step = pyramidStep(levelsOf(whole), levelsOf(other), 1);
    const right = { scale: 4 / 3, dx: 120, dy: 60 };
    const off = { ...right, dx: 120.9, dy: 59.3 };
    const found = fitted(step, { ...off, agreement: 0 }, true);
    expect(Math.hypot(found.dx - right.dx, found.dy - right.dy)).toBeLessThan(0.1);
    // A thousandth of the scale is more than half a pixel at the far corner.
    const scaled = fitted(step, { ...off, scale: right.scale * 1.001, agreement: 0 }, false);
    expect(Math.abs((scaled.scale - right.scale) * 450)).toBeLessThan(0.1);
    const better = { ...right, agreement: 2 };
    expect(fitted(step, better, true)).toBe(better);
  });
});

describe('alignPictures', () => {
  it('finds a picture on itself, and one that was cut out of it, to the pixel', async () => {
    const whole = page(900, 600, 1);
    expect(alignPictures(whole, whole)).toMatchObject({ scale: 1, dx: 0, dy: 0, sure: true, agreement: 1 });
    const cut = await rasterOf(fileOf(whole).extract({ left: 137, top: 61, width: 600, height: 480 }));
    expect(alignPictures(whole, cut)).toMatchObject({ scale: 1, dx: 137, dy: 61, sure: true });
    expect(alignPictures(cut, whole)).toMatchObject({ scale: 1, dx: -137, dy: -61, sure: true });
  });
  it.each([0.5, 2 / 3, 0.8, 1.25, 1.5, 2])(
    'finds one that was scaled by %f, to a pixel at its corners',
    async (by) => {
      const whole = page(900, 600, 2);
      const size = [Math.round(900 * by), Math.round(600 * by)] as const;
      const packed = await fileOf(whole)
        .removeAlpha()
        .resize(...size)
        .jpeg({ quality: 85 })
        .toBuffer();
      const other = await rasterOf(sharp(packed));
      const { scale, dx, dy, sure } = alignPictures(whole, other);
      expect(sure).toBe(true);
      expect(Math.hypot(dx, dy)).toBeLessThan(1);
      expect(Math.hypot(other.width * scale + dx - 900, other.height * scale + dy - 600)).toBeLessThan(1.5);
    },
  );
  it('finds one that shows something in one corner only, to half a pixel at the corner that is farthest from it', async () => {
    const window = await fileOf(page(420, 300, 5))
      .png()
      .toBuffer();
    const desktop = sharp({ create: { width: 1600, height: 900, channels: 3, background: '#7a8c92' } });
    const whole = await desktop
      .composite([{ input: window, left: 1100, top: 40 }])
      .png()
      .toBuffer();
    const box = { left: 50, top: 4, width: 1440, height: 840 };
    const other = await rasterOf(sharp(whole).extract(box).jpeg({ quality: 90 }));
    const { scale, dx, dy, sure } = alignPictures(await rasterOf(sharp(whole)), other);
    expect(sure).toBe(true);
    expect(Math.hypot(dx - 50, dy - 4)).toBeLessThanOrEqual(0.5);
    expect(
      Math.hypot(box.width * scale + dx - 50 - box.width, box.height * scale + dy - 4 - box.height),
    ).toBeLessThanOrEqual(0.5);
  });
  it('is never sure of a wrong scale where bars across are most of what can be seen', async () => {
    const context = createCanvas(1500, 840).getContext('2d');
    context.fillStyle = '#16221e';
    context.fillRect(0, 0, 1500, 840);
    context.fillStyle = '#d8c9a8';
    context.fillRect(0, 22, 1500, 26);
    context.font = '14px monospace';
    context.fillText('Type help for the commands.', 12, 66);
    const { data } = context.getImageData(0, 0, 1500, 840);
    const whole: Raster = { width: 1500, height: 840, data: new Uint8ClampedArray(data.buffer) };
    for (const width of [1697, 1787, 1923, 2048]) {
      const box = { left: 28, top: 4, width: 1400, height: 760 };
      const other = await rasterOf(
        sharp(await fileOf(whole).extract(box).png().toBuffer()).resize(
          width,
          Math.round((width * 760) / 1400),
          {
            fit: 'fill',
          },
        ),
      );
      const { scale, dx, sure } = alignPictures(whole, other);
      if (sure) expect(Math.hypot(other.width * scale + dx - 28 - 1400), String(width)).toBeLessThan(2);
    }
  });
  it('says that it is not sure of pictures that have nothing in common', () => {
    expect(alignPictures(page(900, 600, 3), page(800, 700, 4)).sure).toBe(false);
    const plain = { width: 300, height: 200, data: new Uint8ClampedArray(300 * 200 * 4).fill(255) };
    expect(alignPictures(page(900, 600, 3), plain)).toMatchObject({ sure: false, scale: 1, dx: 0, dy: 0 });
    expect(alignPictures(plain, plain).sure).toBe(false);
  });
});

describe('PhaseCorrelation', () => {
  // Kuglin and Hines 1975: a shifted picture correlates with itself in one peak at the shift.
  it('finds by how much a picture was turned around its edges', () => {
    const size = 32;
    const correlation = new PhaseCorrelation(size);
    fc.assert(
      fc.property(
        fc.integer({ min: -15, max: 15 }),
        fc.integer({ min: -15, max: 15 }),
        fc.array(fc.integer({ min: 0, max: 255 }), { minLength: size * size, maxLength: size * size }),
        (dx, dy, levels) => {
          fc.pre(new Set(levels).size > 20);
          const first = Float32Array.from(levels);
          const second = Float32Array.from({ length: size * size }, (_, i) => {
            const [x, y] = [(i % size) + dx, Math.floor(i / size) + dy];
            return levels[((y + size) % size) * size + ((x + size) % size)]!;
          });
          const shift = correlation.shiftOf(
            correlation.spectrumOf(first, size, size),
            correlation.spectrumOf(second, size, size),
          );
          expect([shift.dx, shift.dy]).toEqual([dx, dy]);
        },
      ),
      { numRuns: 20 },
    );
  });
});

describe('comparePictures', () => {
  const at = { scale: 1, dx: 0, dy: 0 };
  it('lists each place that changed once, and nothing else', () => {
    const first = page(600, 400, 5);
    const second = { ...first, data: first.data.slice() };
    const paint = (left: number, top: number, width: number, height: number) => {
      for (let y = top; y < top + height; y++)
        second.data.fill(0, (y * 600 + left) * 4, (y * 600 + left + width) * 4);
      for (let y = top; y < top + height; y++)
        for (let x = left; x < left + width; x++) second.data.set([200, 0, 120, 255], (y * 600 + x) * 4);
    };
    paint(40, 50, 30, 20);
    paint(400, 300, 60, 10);
    const { places, share, covered } = comparePictures(first, second, at);
    expect(places).toEqual([
      { x: 40, y: 50, width: 30, height: 20 },
      { x: 400, y: 300, width: 60, height: 10 },
    ]);
    expect(covered).toBe(1);
    expect(share).toBeCloseTo((30 * 20 + 60 * 10) / (600 * 400), 2);
    expect(comparePictures(first, first, at)).toMatchObject({ places: [], share: 0, unlisted: 0 });
  });
  it('lists a decimal point, and says of a single pixel that there is one', () => {
    const first = page(600, 400, 8);
    const dotted = (size: number) => {
      const second = { ...first, data: first.data.slice() };
      for (let y = 350; y < 350 + size; y++)
        for (let x = 590; x < 590 + size; x++) second.data.set([0, 0, 0, 255], (y * 600 + x) * 4);
      return comparePictures({ ...first, data: first.data }, second, at);
    };
    expect(dotted(2).places).toEqual([{ x: 590, y: 350, width: 2, height: 2 }]);
    expect(dotted(1)).toMatchObject({ places: [], unlisted: 1 });
  });
  it('counts as pixelmatch does on what both cover, whatever lies beside it', async () => {
    const [first, second] = [page(600, 400, 6), page(600, 400, 7)];
    const { changed, covered } = comparePictures(first, second, { scale: 1, dx: 200, dy: 100 });
    expect(covered).toBeCloseTo((400 * 300) / (600 * 400), 6);
    const cut = async (raster: Raster, left: number, top: number) =>
      (await rasterOf(fileOf(raster).extract({ left, top, width: 400, height: 300 }))).data;
    const expected = pixelmatch(await cut(first, 200, 100), await cut(second, 0, 0), null, 400, 300, {
      threshold: 0.1,
    });
    const counted = changed.reduce((sum, one) => sum + one, 0);
    // Smoothed letters are told by what is around them, which ends where a crop does.
    expect(Math.abs(counted - expected) / expected).toBeLessThan(0.01);
    for (let i = 0; i < changed.length; i++)
      if (changed[i] && (i % 600 < 200 || Math.floor(i / 600) < 100))
        throw new Error('compared where one is missing');
  });
});
