import { createCanvas } from '@napi-rs/canvas';
import sharp, { type Sharp } from 'sharp';
import { describe, expect, it } from 'vitest';
import type { Box } from '../geometry/box.ts';
import type { Raster } from '../raster/raster.ts';
import { tell } from '../told/told.ts';
import { type CheckedWith, checkPicture, findingsOf, isSettled } from './checkPicture.ts';
import { leastScale, letterHeight } from './legibility.ts';
import { pictureFacts } from './pictureFacts.ts';

const ANY = { minWidth: null, minHeight: null, surface: 'any' } as const;
const check = (raster: Raster, known: CheckedWith = {}) =>
  checkPicture(pictureFacts(raster), { asked: ANY, ...known });
const codes = (raster: Raster, known: CheckedWith = {}) => check(raster, known).map((f) => f.code);

/** Where a machine lacks a family, its usual one stands in. */
function page(size: number, ink = '#222', paper = '#fff', rows = 20, family = 'DejaVu Sans'): Raster {
  const [width, height] = [900, 600];
  const context = createCanvas(width, height).getContext('2d');
  context.fillStyle = paper;
  context.fillRect(0, 0, width, height);
  context.fillStyle = ink;
  context.font = `${size}px "${family}"`;
  for (let row = 0; row < rows; row++)
    context.fillText(
      'The stage was read at noon and once more in the evening, see row',
      20,
      30 + row * size * 1.6,
    );
  return {
    width,
    height,
    data: new Uint8ClampedArray(context.getImageData(0, 0, width, height).data.buffer),
  };
}

async function blurred(raster: Raster, sigma: number): Promise<Raster> {
  const { width, height, data } = raster;
  const out = await sharp(Buffer.from(data), { raw: { width, height, channels: 4 } })
    .blur(sigma)
    .raw()
    .toBuffer();
  return { width, height, data: new Uint8ClampedArray(out) };
}

const plain = (level: number): Raster => ({
  width: 300,
  height: 200,
  data: new Uint8ClampedArray(300 * 200 * 4).map((_, i) => (i % 4 === 3 ? 255 : level)),
});

describe('isSettled', () => {
  const displays = [
    { x: 0, y: 0, width: 1440, height: 900 },
    { x: 1440, y: 0, width: 1024, height: 768 },
  ];
  const several = checkPicture({ ...pictureFacts(page(15)), displays: 2 }, { asked: ANY });
  const settled = (part: Box) => several.map((warning) => isSettled(warning, displays, part));
  it('is settled by one display or a part of it, not by one that reaches over to the other', () => {
    expect(settled({ x: 1440, y: 0, width: 1024, height: 768 })).toEqual([true]);
    expect(settled({ x: 200, y: 100, width: 300, height: 200 })).toEqual([true]);
    expect(settled({ x: 1400, y: 0, width: 300, height: 200 })).toEqual([false]);
    expect(settled({ x: 1440, y: 0, width: 1024, height: 900 })).toEqual([false]);
  });
  it('settles nothing that is wrong with the pixels', () => {
    expect(isSettled(tell('to-check', 'blurred', {}), displays, { x: 0, y: 0, width: 10, height: 10 })).toBe(
      false,
    );
  });
});

describe('checkPicture', () => {
  it('says nothing of a picture of text in focus, light or dark', () => {
    expect(codes(page(15))).toEqual([]);
    expect(codes(page(15, '#e8e8e0', '#22282a'))).toEqual([]);
  });
  it('tells all black from one flat colour', () => {
    expect(codes(plain(0))).toEqual(['all-black']);
    expect(codes(plain(200))).toEqual(['one-colour']);
  });
  it('tells a page with next to nothing on it, and not one with a few lines of text', () => {
    const raster = page(15, '#222', '#fff', 1);
    expect(codes(raster)).not.toContain('nearly-blank');
    expect(codes(page(15, '#222', '#fff', 3))).toEqual([]);
    // All but the first word.
    for (let y = 0; y < raster.height; y++)
      raster.data.fill(255, (y * raster.width + 120) * 4, (y + 1) * raster.width * 4);
    expect(codes(raster)).toEqual([expect.stringMatching(/nearly-blank|one-colour/)]);
  });
  it('tells a desktop with nothing on it but its panel, whatever its wallpaper, and not one with a window', () => {
    const [width, height] = [1280, 800];
    const desktop = (slope: boolean, window: boolean): Raster => {
      const context = createCanvas(width, height).getContext('2d');
      const paper = context.createLinearGradient(0, 0, width, height);
      paper.addColorStop(0, '#2a4f56');
      paper.addColorStop(1, slope ? '#c0d8c8' : '#2a4f56');
      context.fillStyle = paper;
      context.fillRect(0, 0, width, height);
      context.fillStyle = '#222';
      context.fillRect(0, height - 30, width, 30);
      context.fillStyle = '#eee';
      context.font = '13px sans-serif';
      context.fillText('Editor   Plotter   Shell   Readings of the morning', 10, height - 10);
      context.fillText('14:07', width - 60, height - 10);
      if (window) {
        context.fillRect(300, 200, 320, 240);
        context.fillStyle = '#222';
        context.fillText('Nothing has been measured yet.', 320, 260);
      }
      return {
        width,
        height,
        data: new Uint8ClampedArray(context.getImageData(0, 0, width, height).data.buffer),
      };
    };
    for (const slope of [true, false]) {
      expect(codes(desktop(slope, false))).toEqual(['nearly-blank']);
      expect(codes(desktop(slope, true))).toEqual([]);
    }
  });
  it('tells a window whose video came out black, but not a dark terminal', () => {
    const raster = page(15);
    new Uint32Array(raster.data.buffer).forEach((_, i, pixels) => {
      const [x, y] = [i % 900, Math.floor(i / 900)];
      if (y >= 150 && y < 560 && x >= 60 && x < 840) pixels[i] = 0xff000000;
    });
    expect(codes(raster)).toContain('black-area');
    // Whatever the commonest colour around it: here the black is less than half of the picture.
    new Uint32Array(raster.data.buffer).forEach((_, i, pixels) => {
      if (pixels[i] === 0xff000000 && i % 900 >= 450) pixels[i] = 0xffffffff;
    });
    expect(codes(raster)).toContain('black-area');
    const prompt = page(15, '#c0ffc0', '#000000', 1);
    expect(codes(prompt)).not.toContain('black-area');
    expect(codes(page(15, '#c0ffc0', '#000000', 24))).not.toContain('black-area');
  });
  it('tells blur from about two pixels on (sharp’s Gaussian), and leaves sharp pictures alone', async () => {
    expect(codes(await blurred(page(15), 3))).toContain('blurred');
    expect(codes(await blurred(page(24), 4))).toContain('blurred');
  });
  // Letters of 15 px in Liberation Sans keep edges as narrow as sharp ones through 60 % and back.
  it.each(['DejaVu Sans', 'DejaVu Serif', 'Liberation Sans', 'Liberation Serif', 'Liberation Mono'])(
    'tells a picture in %s that was made smaller and larger again, and leaves one alone that was only made smaller, or coded',
    async (family) => {
      const { width, height, data } = page(15, '#222', '#fff', 20, family);
      const whole = sharp(Buffer.from(data), { raw: { width, height, channels: 4 } });
      const rasterOf = async (image: Sharp): Promise<Raster> => {
        const { data: bytes, info } = await image.raw().toBuffer({ resolveWithObject: true });
        return { width: info.width, height: info.height, data: new Uint8ClampedArray(bytes) };
      };
      const scaled = (scale: number) =>
        whole
          .clone()
          .resize(Math.round(width * scale))
          .png()
          .toBuffer();
      for (const scale of [0.5, 0.6]) {
        const back = sharp(await scaled(scale)).resize(width, height, { fit: 'fill' });
        expect(codes(await rasterOf(back)), `by ${scale}`).toContain('blurred');
      }
      expect(codes(await rasterOf(sharp(await scaled(0.75)))), 'by 0.75').not.toContain('blurred');
      for (const quality of [30, 50, 80]) {
        const coded = await whole.clone().flatten().jpeg({ quality }).toBuffer();
        expect(codes(await rasterOf(sharp(coded).ensureAlpha())), `quality ${quality}`).not.toContain(
          'blurred',
        );
      }
    },
  );
  it('leaves a picture alone that was made a quarter larger, where its letters are small', async () => {
    const { width, height, data } = page(15);
    const larger = await sharp(Buffer.from(data), { raw: { width, height, channels: 4 } })
      .resize(Math.round(width * 1.25))
      .raw()
      .toBuffer({ resolveWithObject: true });
    const { info } = larger;
    expect(
      codes({ width: info.width, height: info.height, data: new Uint8ClampedArray(larger.data) }),
    ).not.toContain('blurred');
  });
  it('tells more displays than are asked for, and a picture that is too small, with both numbers', () => {
    const two = { ...pictureFacts(page(15)), displays: 2 };
    expect(checkPicture(two, { asked: ANY }).map((f) => f.code)).toEqual(['several-displays']);
    expect(checkPicture(two, { asked: { ...ANY, surface: 'all-displays' } })).toEqual([]);
    const [finding] = check(page(15), { asked: { ...ANY, minWidth: 1000, minHeight: 700 } });
    expect(finding).toMatchObject({
      code: 'too-small',
      data: { width: 900, height: 600, minWidth: 1000, minHeight: 700 },
    });
  });
  it('names what is not pinned, and who else handed the same in; the worst first', () => {
    const same = { alsoHandedInBy: ['Ada B.'], samePixelsBy: ['Bo C.'], sameAs: 'P1' };
    const known = { letters: ['a', 'b', 'c'], pinned: ['b'], ...same };
    expect(check(page(15), known)).toMatchObject([
      { code: 'same-picture', level: 'problem', data: { others: ['Ada B.'] } },
      { code: 'same-pixels', level: 'to-check', data: { others: ['Bo C.'] } },
      { code: 'same-as', level: 'to-check', data: { as: 'P1' } },
      { code: 'not-pinned', level: 'to-check', data: { letters: ['a', 'c'] } },
    ]);
  });
});

describe('findingsOf', () => {
  it('always says something: fine where nothing was found, damaged where there are no pixels', () => {
    expect(findingsOf(pictureFacts(page(15)), {})).toEqual([
      { code: 'nothing-found', level: 'fine', place: {}, data: { width: 900, height: 600 } },
    ]);
    expect(findingsOf(null, {})).toMatchObject([{ code: 'damaged', level: 'problem' }]);
  });
});

describe('legibility', () => {
  /** Lines of words, and how high the small letters are: the height of an x in large type, by the same shaper. */
  function lines(font: string, size: number, ink: string, paper: string) {
    const [width, height] = [900, 600];
    const context = createCanvas(width, height).getContext('2d');
    context.font = `1000px "${font}"`;
    const letters = (context.measureText('x').actualBoundingBoxAscent * size) / 1000;
    context.fillStyle = paper;
    context.fillRect(0, 0, width, height);
    context.fillStyle = ink;
    context.font = `${size}px "${font}"`;
    for (let y = 30; y < height; y += Math.round(size * 1.45))
      context.fillText(
        'The stage was read at noon and once more in the evening, see the row above '.repeat(3),
        20,
        y,
      );
    const { data } = context.getImageData(0, 0, width, height);
    return { letters, raster: { width, height, data: new Uint8ClampedArray(data.buffer) } };
  }
  it.each(['DejaVu Sans', 'DejaVu Sans Mono', 'DejaVu Serif'])(
    'measures small letters of %s from 3 pixels on, within less than a pixel',
    (font) => {
      for (const size of [6, 7, 8, 9, 10, 11, 13, 16, 20, 28])
        for (const [ink, paper] of [
          ['#222', '#fff'],
          ['#ddd', '#222'],
          ['#888', '#fff'],
        ] as const) {
          const { letters, raster } = lines(font, size, ink, paper);
          expect(Math.abs(letterHeight(raster)! - letters), `${size} px, ${ink}`).toBeLessThan(0.8);
        }
    },
  );
  it('measures them after the picture was made smaller', async () => {
    for (const scale of [0.4, 0.5, 0.6, 0.75]) {
      const { letters, raster } = lines('DejaVu Sans', 16, '#222', '#fff');
      const { data, info } = await sharp(raster.data, { raw: { width: 900, height: 600, channels: 4 } })
        .resize(Math.round(900 * scale))
        .raw()
        .toBuffer({ resolveWithObject: true });
      const small = { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
      expect(Math.abs(letterHeight(small)! - letters * scale), `${scale}`).toBeLessThan(0.8);
    }
  });
  it('lets large type be made smaller than small type', () => {
    expect(leastScale(page(32))!).toBeLessThan(leastScale(page(14))!);
    expect(leastScale(page(14))!).toBeGreaterThan(0.5);
  });
  it('has nothing to say of a picture without text', () => {
    expect(leastScale(plain(180))).toBeNull();
  });
});
