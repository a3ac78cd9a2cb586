import fc from 'fast-check';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import type { Raster } from './raster.ts';
import { resized, SCALINGS } from './resize.ts';

/** Letters, lines and a gradation, drawn by another library. */
async function drawn(width: number, height: number): Promise<Raster> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
    <defs><linearGradient id="g"><stop offset="0" stop-color="#204060"/><stop offset="1" stop-color="#f0e0c0"/></linearGradient></defs>
    <rect width="100%" height="100%" fill="url(#g)"/><rect x="20" y="20" width="60%" height="50%" fill="#fff"/>
    <path d="M30 30h80v1h-80zM30 40L140 90" stroke="#b3261e" fill="#b3261e"/>
    <text x="30" y="80" font-size="17" font-family="sans-serif">Stage 2.41 m</text></svg>`;
  const { data } = await sharp(Buffer.from(svg)).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width, height, data: new Uint8ClampedArray(data) };
}

const ofSharp = async (
  { width, height, data }: Raster,
  w: number,
  h: number,
  kernel: 'lanczos3' | 'mitchell',
) =>
  sharp(data, { raw: { width, height, channels: 4 } })
    .resize(w, h, { fit: 'fill', kernel, fastShrinkOnLoad: false })
    .raw()
    .toBuffer();

const difference = (a: ArrayLike<number>, b: ArrayLike<number>) => {
  const all = Array.from(a, (value, i) => Math.abs(value - (b[i] as number)));
  const most = all.reduce((so, one) => Math.max(so, one), 0);
  return { most, mean: all.reduce((sum, one) => sum + one, 0) / all.length };
};

describe('a picture in another size', () => {
  // libvips cuts off what is brighter than white and darker than black between its two passes, so that the rings at
  // hard edges differ by some levels; everything else is within the rounding.
  it.each([
    ['sharp', 'lanczos3', 150, 100],
    ['sharp', 'lanczos3', 111, 71],
    ['smooth', 'mitchell', 150, 100],
    ['smooth', 'mitchell', 97, 80],
  ] as const)('%s is what %s of libvips makes at %d x %d', async (scaling, kernel, width, height) => {
    const picture = await drawn(300, 200);
    const mine = resized(picture, { width, height }, scaling);
    const { most, mean } = difference(mine.data, await ofSharp(picture, width, height, kernel));
    expect(mean).toBeLessThan(0.5);
    expect(most).toBeLessThan(20);
  });
  it('sharp, made larger by a whole factor, repeats every pixel', async () => {
    const picture = await drawn(60, 40);
    const { data, width } = resized(picture, { width: 180, height: 120 }, 'sharp');
    for (let y = 0; y < 120; y++)
      for (let x = 0; x < 180; x++) {
        const [at, from] = [(y * width + x) * 4, (Math.floor(y / 3) * 60 + Math.floor(x / 3)) * 4];
        expect([...data.subarray(at, at + 4)]).toEqual([...picture.data.subarray(from, from + 4)]);
      }
  });
  it('sharp, made larger by 3/2, mixes every other pixel half and half (worked by hand)', () => {
    const picture = { width: 2, height: 1, data: new Uint8ClampedArray([0, 0, 0, 255, 200, 100, 50, 255]) };
    expect([...resized(picture, { width: 3, height: 1 }, 'sharp').data]).toEqual([
      ...[0, 0, 0, 255],
      ...[100, 50, 25, 255],
      ...[200, 100, 50, 255],
    ]);
  });
  it('smooth, made larger, keeps an even gradation even: its kernel reproduces straight lines (as the paper shows)', () => {
    const data = new Uint8ClampedArray(20 * 4).map((_, i) => (i % 4 === 3 ? 255 : 10 * Math.floor(i / 4)));
    const made = resized({ width: 20, height: 1, data }, { width: 50, height: 1 }, 'smooth');
    // Away from the ends, where the picture goes on as it ends.
    for (let x = 8; x < 42; x++)
      expect(Math.abs((made.data[x * 4] as number) - 10 * ((x + 0.5) * 0.4 - 0.5))).toBeLessThanOrEqual(0.5);
  });
  it('keeps a picture of one colour as it is, in every size and way, seen through or not', () => {
    const side = fc.integer({ min: 1, max: 40 });
    const level = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(
        side,
        side,
        side,
        side,
        fc.constantFrom(...SCALINGS),
        level,
        level,
        (w, h, W, H, way, c, a) => {
          const colour = a === 0 ? [0, 0, 0, 0] : [c, 255 - c, 7, a];
          const data = new Uint8ClampedArray(w * h * 4).map((_, i) => colour[i % 4] as number);
          const made = resized({ width: w, height: h, data }, { width: W, height: H }, way);
          expect(made.data.length).toBe(W * H * 4);
          // An eighth of a level of rounding is divided by how much is seen.
          const slip = a === 0 || a === 255 ? 0 : 1;
          for (const [i, value] of made.data.entries())
            expect(Math.abs(value - (colour[i % 4] as number))).toBeLessThanOrEqual(slip);
        },
      ),
    );
  });
  it('lets what is not seen colour nothing', () => {
    // A green pixel that is wholly transparent, beside a red one.
    const picture = { width: 2, height: 1, data: new Uint8ClampedArray([0, 255, 0, 0, 255, 0, 0, 255]) };
    const [r, g, b, a] = resized(picture, { width: 1, height: 1 }, 'smooth').data;
    expect([r, g, b]).toEqual([255, 0, 0]);
    expect(a).toBe(128);
  });
});
