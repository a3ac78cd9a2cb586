import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Preparation, polygonCoverage } from '@nachweis/core';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { BlobStore } from '../blobs/blobStore.ts';
import { createFolderBlobStore } from '../blobs/folderBlobStore.ts';
import { decode } from './decode.ts';
import examine from './examine.ts';
import type { RenderTask } from './pictureTasks.ts';
import { renderEvidence } from './renderEvidence.ts';

const folder = mkdtempSync(join(tmpdir(), 'nachweis-pictures-'));
let blobs: BlobStore;
beforeAll(async () => {
  blobs = await createFolderBlobStore(folder);
});

function examined(bytes: Uint8Array, fileName = 'a') {
  const place = join(folder, 'received');
  writeFileSync(place, bytes);
  return examine({ place, fileName });
}

/** Renders and gives the bytes of both pictures. */
async function render(bytes: Uint8Array, document: Partial<Preparation>, keep: RenderTask['keep'] = null) {
  const made = await renderEvidence(blobs, {
    task: 'render',
    sha256: await blobs.put(bytes),
    document: { framing: { kind: 'whole' }, trims: [], marks: [], encoding: null, ...document },
    keep,
  });
  return {
    base: await blobs.bytes(made.base.sha256),
    file: await blobs.bytes(made.file.sha256),
    facts: made.facts,
  };
}
const [WIDTH, HEIGHT] = [48, 32];
/** Four corners of four colours: red, green, blue and white, clockwise from the upper left. */
const CORNERS = { upperLeft: '#ff0000', upperRight: '#00ff00', lowerRight: '#0000ff', lowerLeft: '#ffffff' };

async function cornered(): Promise<Buffer> {
  const patch = (x: number, y: number, fill: string) =>
    `<rect x="${x}" y="${y}" width="16" height="16" fill="${fill}"/>`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}"><rect width="48" height="32" fill="#808080"/>${patch(0, 0, CORNERS.upperLeft)}${patch(32, 0, CORNERS.upperRight)}${patch(32, 16, CORNERS.lowerRight)}${patch(0, 16, CORNERS.lowerLeft)}</svg>`;
  return sharp(Buffer.from(svg)).flatten().png().toBuffer();
}

async function cornersOf(file: Uint8Array): Promise<string[]> {
  const { data, info } = await decode(file).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const at = (x: number, y: number) =>
    [0, 1, 2].map((c) => ((data[(y * info.width + x) * info.channels + c] ?? 0) > 127 ? 'f' : '0')).join('');
  const [right, bottom] = [info.width - 5, info.height - 5];
  return [at(4, 4), at(right, 4), at(right, bottom), at(4, bottom)];
}

describe('orientation', () => {
  // EXIF 2.32, 4.6.4 A, tag 0x0112 Orientation: what is at the stored picture's row 0 and column 0. The stored
  // picture's corners, clockwise from the upper left, are r g b w; after turning it as the tag says they lie as below.
  const EXPECTED: Record<number, string> = {
    1: 'r g b w',
    2: 'g r w b',
    3: 'b w r g',
    4: 'w b g r',
    5: 'r w b g',
    6: 'w r g b',
    7: 'b g r w',
    8: 'g b w r',
  };
  const LETTERS: Record<string, string> = { f00: 'r', '0f0': 'g', '00f': 'b', fff: 'w' };
  it.each(Object.entries(EXPECTED))(
    'value %s of EXIF is applied when a picture is read',
    async (value, expected) => {
      const tagged = await sharp(await cornered())
        .withMetadata({ orientation: Number(value) })
        .jpeg({ quality: 100, chromaSubsampling: '4:4:4' })
        .toBuffer();
      const turned = Number(value) >= 5;
      expect(examined(tagged, 'bench.jpg')).toMatchObject({
        ok: true,
        width: turned ? HEIGHT : WIDTH,
        height: turned ? WIDTH : HEIGHT,
      });
      expect((await cornersOf(tagged)).map((c) => LETTERS[c]).join(' ')).toBe(expected);
    },
  );
});

describe('rare kinds of pictures', () => {
  const source = async () => sharp(await cornered());
  const kinds: Array<[string, () => Promise<Buffer>]> = [
    ['16 bits a channel', async () => (await source()).toColourspace('rgb16').png().toBuffer()],
    ['a palette', async () => (await source()).png({ palette: true, colours: 8 }).toBuffer()],
    [
      'grey with transparency',
      async () => (await source()).toColourspace('b-w').ensureAlpha(0.5).png().toBuffer(),
    ],
    ['CMYK', async () => (await source()).toColourspace('cmyk').jpeg().toBuffer()],
  ];
  it.each(kinds)('%s: taken, framed and flattened as 8-bit sRGB', async (_name, make) => {
    const bytes = await make();
    expect(examined(bytes)).toMatchObject({ ok: true, width: WIDTH, height: HEIGHT });
    const frame = { x: 0, y: 0, width: 16, height: 16 };
    const marks = [{ kind: 'pin' as const, letter: 'a', x: 8, y: 8 }];
    const { file } = await render(bytes, { framing: { kind: 'region', box: frame }, marks });
    expect(await sharp(file).metadata()).toMatchObject({ format: 'png', width: 16, height: 16 });
  });
});

describe('rendering an outline', () => {
  it('makes the outside transparent and colourless, the edge anti-aliased, the inside what it was', async () => {
    const whole = await cornered();
    const outline = [
      { x: 2.5, y: 2 },
      { x: 44, y: 2 },
      { x: 24, y: 30 },
    ];
    const frame = { x: 2, y: 2, width: 42, height: 28 };
    const { base } = await render(whole, { framing: { kind: 'outline', points: outline } });
    const { data, info } = await sharp(base).raw().toBuffer({ resolveWithObject: true });
    expect(info.channels).toBe(4);
    const cover = polygonCoverage(outline, frame);
    const original = await sharp(whole)
      .extract({ left: 2, top: 2, width: 42, height: 28 })
      .removeAlpha()
      .raw()
      .toBuffer();
    for (let i = 0; i < cover.length; i++) {
      expect(data[i * 4 + 3]).toBe(cover[i]);
      const colour = [...data.subarray(i * 4, i * 4 + 3)];
      expect(colour).toEqual(cover[i] === 0 ? [0, 0, 0] : [...original.subarray(i * 3, i * 3 + 3)]);
    }
    expect([...cover].some((c) => c > 0 && c < 255)).toBe(true);
  });
});

describe('rendering at a scale', () => {
  it('gives about what sharp gives by itself (PSNR of at least 40 dB), with the pins at their places', async () => {
    const whole = await cornered();
    const marks = [{ kind: 'pin' as const, letter: 'b', x: 24, y: 24 }];
    const { base, file } = await render(whole, { framing: { kind: 'whole', width: 24 }, marks });
    const ours = await sharp(base).removeAlpha().raw().toBuffer();
    const theirs = await sharp(whole).resize(24, 16).removeAlpha().raw().toBuffer();
    const error = ours.reduce((sum, v, i) => sum + (v - (theirs[i] ?? 0)) ** 2, 0) / ours.length;
    expect(10 * Math.log10(255 ** 2 / Math.max(error, 1e-9))).toBeGreaterThan(40);
    expect(await sharp(file).metadata()).toMatchObject({ width: 24, height: 16 });
  });
});
