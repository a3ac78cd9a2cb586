import { createCanvas } from '@napi-rs/canvas';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Raster } from '../raster/raster.ts';
import { isPhotograph } from './isPhotograph.ts';
import { recommendFormat, staysLegible, type WrittenAs } from './recommendFormat.ts';
import { smallestText } from './smallestText.ts';
import { strokesKept } from './strokesKept.ts';

const [WIDTH, HEIGHT] = [640, 400];
/** A page of writing with some lines in small letters, drawn by another library. */
function page(smallAt = 300): Raster {
  const context = createCanvas(WIDTH, HEIGHT).getContext('2d');
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, WIDTH, HEIGHT);
  context.fillStyle = '#222222';
  for (let y = 30; y < HEIGHT; y += 26) {
    context.font = `${y > smallAt && y < smallAt + 60 ? 11 : 18}px sans-serif`;
    context.fillText('measured values of the running average over some seven days, and more', 12, y);
  }
  return {
    width: WIDTH,
    height: HEIGHT,
    data: new Uint8ClampedArray(context.getImageData(0, 0, WIDTH, HEIGHT).data),
  };
}
const sharpOf = ({ width, height, data }: Raster) =>
  sharp(Buffer.from(data), { raw: { width, height, channels: 4 } });
async function read(bytes: Buffer): Promise<Raster> {
  const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}
let jpegs: Map<number, Raster>;
beforeAll(async () => {
  jpegs = new Map();
  for (const quality of [3, 10, 30, 60, 95])
    jpegs.set(quality, await read(await sharpOf(page()).jpeg({ quality }).toBuffer()));
});

describe('what is left of the strokes', () => {
  it('is all of them in the same picture, and less the harder it is compressed (libjpeg by sharp)', () => {
    const original = page();
    expect(strokesKept(original, page())).toBe(1);
    const kept = [...jpegs.values()].map((made) => strokesKept(original, made) ?? 1);
    expect(kept).toEqual([...kept].sort((a, b) => a - b));
    expect(kept[0]).toBeLessThan(0.6);
    expect(kept.at(-1)).toBeGreaterThan(0.9);
  });
  it('is little where a picture was made half as large and large again', async () => {
    const half = await sharpOf(page())
      .resize(WIDTH / 2)
      .png()
      .toBuffer();
    const again = await read(await sharp(half).resize(WIDTH, HEIGHT).png().toBuffer());
    expect(strokesKept(page(), again)).toBeLessThan(0.5);
  });
  it('is nothing that can be said of a picture without strokes', () => {
    const plain = { width: 50, height: 50, data: new Uint8ClampedArray(50 * 50 * 4).fill(200) };
    expect(strokesKept(plain, plain)).toBeNull();
  });
});

describe('the smallest text', () => {
  it('is found where it stands, with the height that its letters have', () => {
    const found = smallestText(page(300));
    expect(found?.letters).toBeGreaterThan(4);
    expect(found?.letters).toBeLessThan(8);
    const middle = (found?.box.y ?? 0) + (found?.box.height ?? 0) / 2;
    expect(middle).toBeGreaterThan(280);
    expect(middle).toBeLessThan(365);
  });
  it('is none in a picture without text', () => {
    expect(
      smallestText({ width: 80, height: 80, data: new Uint8ClampedArray(80 * 80 * 4).fill(90) }),
    ).toBeNull();
  });
});

/** Smooth shades with the grain of a sensor. */
function photograph(): Raster {
  const data = new Uint8ClampedArray(WIDTH * HEIGHT * 4);
  let state = 7;
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    state = (state * 1103515245 + 12345) % 2147483648;
    const shade = 90 + 60 * Math.sin((i % WIDTH) / 90) + (state / 2147483648 - 0.5) * 12;
    data.set([shade, shade * 0.9, shade * 0.7, 255], i * 4);
  }
  return { width: WIDTH, height: HEIGHT, data };
}

it('tells photographs from screens', () => {
  expect(isPhotograph(photograph())).toBe(true);
  expect(isPhotograph(page())).toBe(false);
});

const row = (
  format: WrittenAs['encoding']['format'],
  bytes: number,
  more: Partial<WrittenAs> = {},
): WrittenAs => ({
  encoding: { format },
  bytes,
  likeness: 1,
  strokes: 1,
  transparency: 'none',
  lossless: format === 'png' || format === 'webp',
  ...more,
});
const LOSSY = { lossless: false, likeness: 0.99, strokes: 0.9 };

describe('the recommendation', () => {
  const screen = { photograph: false, letters: 7, formats: null };
  it('is what keeps a screen to the pixel and opens everywhere', () => {
    const rows = [row('png', 100_000), row('webp', 60_000), row('jpeg', 50_000, LOSSY)];
    expect(recommendFormat(rows, screen)).toMatchObject({
      row: { encoding: { format: 'png' } },
      reason: 'exact',
    });
    // Whatever comes first: a smaller one that few programs open is not the usual one, nor is a PNG that lost something.
    expect(recommendFormat([...rows].reverse(), screen)?.row.encoding.format).toBe('png');
    const palette = row('png', 30_000, { lossless: false, likeness: 0.99 });
    expect(recommendFormat([palette, row('webp', 60_000)], screen)?.row.bytes).toBe(60_000);
  });
  it('is a JPEG for a photograph, where that is much smaller and looks the same', () => {
    const rows = [row('png', 900_000), row('jpeg', 90_000, LOSSY)];
    const photo = { ...screen, photograph: true, letters: null };
    expect(recommendFormat(rows, photo)).toMatchObject({
      row: { encoding: { format: 'jpeg' } },
      reason: 'photograph',
    });
    // One that saves some bytes more is no reason for what fewer programs open.
    const modern = row('webp', 60_000, LOSSY);
    expect(recommendFormat([modern, ...rows], photo)?.row.encoding.format).toBe('jpeg');
    expect(recommendFormat([modern, row('png', 900_000)], photo)?.row.encoding.format).toBe('webp');
    const bad = [row('png', 900_000), row('jpeg', 20_000, { ...LOSSY, likeness: 0.7 })];
    expect(recommendFormat(bad, photo)).toMatchObject({ row: { encoding: { format: 'png' } } });
  });
  it('takes only what the proof point takes, and nothing that loses transparency where something else keeps it', () => {
    const rows = [
      row('png', 100_000, { transparency: 'kept' }),
      row('gif', 9_000, { transparency: 'rough', lossless: false }),
      row('jpeg', 50_000, { ...LOSSY, transparency: 'laid' }),
    ];
    expect(recommendFormat(rows, { ...screen, formats: ['gif', 'png'] })?.row.encoding.format).toBe('png');
    expect(recommendFormat(rows, { ...screen, formats: ['jpeg'] })).toMatchObject({
      reason: 'only-one-taken',
    });
    expect(recommendFormat(rows, { ...screen, formats: ['avif'] })).toBeNull();
  });
  it('is never one in which the smallest text cannot be read any more, where another one keeps it', () => {
    const rows = [row('jpeg', 20_000, { ...LOSSY, strokes: 0.4 }), row('jpeg', 60_000, LOSSY)];
    expect(recommendFormat(rows, { ...screen, formats: ['jpeg'] })?.row.bytes).toBe(60_000);
    expect(staysLegible({ strokes: 0.4 }, 7)).toBe(false);
    // Too small to be read in the picture itself: no format is to blame.
    expect(staysLegible({ strokes: 0.4 }, 3)).toBeNull();
  });
});
