import { createCanvas } from '@napi-rs/canvas';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { isPhotograph } from '../formats/isPhotograph.ts';
import type { Raster } from '../raster/raster.ts';
import { checkPicture } from './checkPicture.ts';
import { fromCamera } from './fromCamera.ts';
import { pictureFacts } from './pictureFacts.ts';

const [WIDTH, HEIGHT] = [1200, 900];

async function coded({ width, height, data }: Raster, blur: number, quality: number): Promise<Raster> {
  const raw = sharp(Buffer.from(data), { raw: { width, height, channels: 4 } }).removeAlpha();
  const jpeg = await (blur > 0 ? raw.blur(blur) : raw).jpeg({ quality }).toBuffer();
  const pixels = await sharp(jpeg).ensureAlpha().raw().toBuffer();
  return { width, height, data: new Uint8ClampedArray(pixels) };
}

/** A page of text, as a program shows it. */
function page(paper: readonly [string, string]): Raster {
  const c = createCanvas(WIDTH, HEIGHT).getContext('2d');
  const slope = c.createLinearGradient(0, 0, WIDTH, HEIGHT);
  slope.addColorStop(0, paper[0]);
  slope.addColorStop(1, paper[1]);
  c.fillStyle = slope;
  c.fillRect(0, 0, WIDTH, HEIGHT);
  c.fillStyle = '#20242c';
  c.font = '22px "DejaVu Sans"';
  for (let y = 120; y < 700; y += 34) c.fillText('The stage was read at noon and once more', 200, y);
  const { data } = c.getImageData(0, 0, WIDTH, HEIGHT);
  return { width: WIDTH, height: HEIGHT, data: new Uint8ClampedArray(data.buffer) };
}

/** The same on paper before a camera: light that falls off, grain (a fixed sequence of numbers), a lens, and JPEG. */
function photograph(blur: number): Promise<Raster> {
  const raster = page(['#f2efe6', '#f2efe6']);
  let state = 7;
  for (let i = 0; i < raster.data.length; i += 4) {
    const [x, y] = [(i / 4) % WIDTH, Math.floor(i / 4 / WIDTH)];
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    const light = 1 - 0.35 * Math.hypot((x - 300) / WIDTH, (y - 200) / HEIGHT);
    const grain = (state / 2 ** 32 - 0.5) * 14;
    for (let channel = 0; channel < 3; channel++)
      raster.data[i + channel] = (raster.data[i + channel] as number) * light + grain;
  }
  return coded(raster, blur, 85);
}

const codes = (raster: Raster) => checkPicture(pictureFacts(raster)).map(({ code }) => code);

describe('fromCamera', () => {
  it('knows a photograph of a sheet, in focus or not', async () => {
    for (const blur of [0.8, 1.2, 4]) expect(fromCamera(await photograph(blur)), `blur ${blur}`).toBe(true);
  });
  it('takes no page for one, flat or sloping, as it is, made smaller and larger, or as JPEG', async () => {
    for (const paper of [
      ['#ffffff', '#ffffff'],
      ['#203a60', '#a0c0d8'],
    ] as const) {
      const raster = page(paper);
      expect(fromCamera(raster), paper[0]).toBe(false);
      expect(fromCamera(await coded(raster, 1.5, 90)), `${paper[0]}, blurred, JPEG`).toBe(false);
    }
  });
  it('says nothing of a picture with hardly anything smooth in it', () => {
    expect(fromCamera({ width: 63, height: 63, data: new Uint8ClampedArray(63 * 63 * 4).fill(90) })).toBe(
      false,
    );
    const [width, height] = [64 * 19, 64];
    const noise = new Uint8ClampedArray(width * height * 4).map((_, i) => 100 + ((i * 7919) % 5));
    expect(fromCamera({ width, height, data: noise })).toBe(false);
    // One square more, and there is enough to tell.
    const more = { width: 64 * 20, height: 64 };
    const data = new Uint8ClampedArray(more.width * more.height * 4).map((_, i) => 100 + ((i * 7919) % 5));
    expect(fromCamera({ ...more, data })).toBe(true);
  });
});

describe('a photograph of a sheet', () => {
  it('is blurred when it is out of focus, and not for having edges as wide as a lens makes them', async () => {
    expect(codes(await photograph(0.8))).toEqual([]);
    expect(codes(await photograph(1.2))).toEqual([]);
    expect(codes(await photograph(4))).toEqual(['blurred']);
  });
  it('may have wider edges where it has more pixels', async () => {
    const facts = { ...pictureFacts(await photograph(1.2)), edges: 5 };
    expect(checkPicture(facts).map(({ code }) => code)).toEqual(['blurred']);
    expect(checkPicture({ ...facts, width: 4000, height: 3000 })).toEqual([]);
  });
  it('is a photograph for who chooses a format, also where JPEG made much of it even', async () => {
    expect(isPhotograph(await photograph(1.2))).toBe(true);
    expect(isPhotograph(page(['#ffffff', '#ffffff']))).toBe(false);
  });
});
