import { randomBytes } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Mark, type Preparation, REDACTION_LOOKS, type Redaction } from '@nachweis/core';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BlobStore } from '../blobs/blobStore.ts';
import { createFolderBlobStore } from '../blobs/folderBlobStore.ts';
import { renderEvidence } from './renderEvidence.ts';

const [WIDTH, HEIGHT] = [120, 80];
const AREA = { x: 30, y: 20, width: 40, height: 24 };
let folder: string;
let blobs: BlobStore;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'nachweis-hiding-'));
  blobs = await createFolderBlobStore(folder);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The same picture outside the area, and what is given within it. */
async function capture(secret: (x: number, y: number) => [number, number, number, number]): Promise<Buffer> {
  const data = Buffer.alloc(WIDTH * HEIGHT * 4);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const within = x >= AREA.x && y >= AREA.y && x < AREA.x + AREA.width && y < AREA.y + AREA.height;
      data.set(within ? secret(x, y) : [(x * 2) % 256, (y * 3) % 256, 90, 255], (y * WIDTH + x) * 4);
    }
  return sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels: 4 } })
    .png()
    .toBuffer();
}

const redaction = (look: Redaction['look']): Redaction => ({ kind: 'redaction', id: 'h', look, box: AREA });
const ARROW: Mark = { kind: 'arrow', id: 'a', ink: '#b3261e', from: { x: 5, y: 5 }, to: { x: 60, y: 40 } };

/** What is done to the picture besides. */
const DOCUMENTS: Readonly<Record<string, Partial<Preparation>>> = {
  whole: {},
  'a region through the area': {
    framing: { kind: 'region', box: { x: 40, y: 10, width: 60, height: 60 } },
  },
  'scaled down': { framing: { kind: 'whole', width: 50 } },
  'an outline through the area': {
    framing: {
      kind: 'outline',
      points: [
        { x: 10, y: 5 },
        { x: 100, y: 30 },
        { x: 50, y: 70 },
      ],
    },
  },
  'a band taken out through the area': { trims: [{ kind: 'band', of: 'columns', from: 40, to: 60 }] },
  'turned and mirrored': {
    trims: [
      { kind: 'turn', quarters: 1 },
      { kind: 'mirror', sides: 'left-right' },
    ],
  },
  'tilted, so that pixels are mixed': { trims: [{ kind: 'tilt', degrees: 7 }] },
  'a colour cleared from a place within the area': {
    trims: [{ kind: 'clear', colour: '#ff00ff', tolerance: 200, from: { x: 40, y: 30 } }],
  },
  'finished for a page': {
    trims: [
      { kind: 'cut-here', sides: ['top', 'left'] },
      { kind: 'set-off', by: 'tone' },
      { kind: 'ground', colour: '#ffffff' },
      { kind: 'tone', as: 'greys' },
    ],
  },
  'as a JPEG': { encoding: { format: 'jpeg', quality: 60 } },
  'as a PNG of few colours': { encoding: { format: 'png', palette: true } },
  'as a GIF': { encoding: { format: 'gif' } },
  'as a WebP': { encoding: { format: 'webp', quality: 60 } },
};

const documentOf = (marks: Mark[], more: Partial<Preparation>): Preparation => ({
  framing: { kind: 'whole' },
  trims: [],
  marks,
  encoding: null,
  ...more,
});

async function render(bytes: Buffer, document: Preparation) {
  const made = await renderEvidence(blobs, {
    task: 'render',
    sha256: await blobs.put(bytes),
    document,
    keep: null,
  });
  return [made.base.sha256, made.file.sha256];
}

describe('what is hidden', () => {
  const cases = REDACTION_LOOKS.flatMap((look) =>
    Object.keys(DOCUMENTS).map((name) => [look, name] as const),
  );
  it.each(cases)('as %s, %s: two captures that differ only there give the same bytes', async (look, name) => {
    const noise = randomBytes(WIDTH * HEIGHT);
    const plain = await capture(() => [255, 255, 255, 255]);
    const secret = await capture((x, y) => [noise[y * WIDTH + x] ?? 0, x % 256, y % 256, 255]);
    const clear = await capture((x) => [x % 256, 0, 255, 0]);
    for (const marks of [[], [ARROW]]) {
      const document = documentOf([redaction(look), ...marks], DOCUMENTS[name] ?? {});
      const first = await render(plain, document);
      expect(await render(secret, document)).toEqual(first);
      expect(await render(clear, document)).toEqual(first);
    }
  });

  it('is in no file that is made: not in what others see, not in its thumbnail', async () => {
    const own = mkdtempSync(join(tmpdir(), 'nachweis-hidden-'));
    const store = await createFolderBlobStore(own);
    // A colour that nothing else in the picture has.
    const bytes = await capture(() => [255, 0, 255, 255]);
    const sha256 = await store.put(bytes);
    await renderEvidence(store, {
      task: 'render',
      sha256,
      document: documentOf([redaction('mosaic'), ARROW], {}),
      keep: null,
    });
    const files = readdirSync(own, { recursive: true, withFileTypes: true })
      .filter((entry) => entry.isFile() && entry.name !== sha256)
      .map((entry) => join(entry.parentPath, entry.name));
    expect(files.length).toBeGreaterThanOrEqual(3);
    for (const file of files) {
      const { data, info } = await sharp(readFileSync(file))
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      for (let i = 0; i < data.length; i += info.channels) {
        const [r = 0, g = 0, b = 0] = data.subarray(i, i + 3);
        expect(r > 200 && g < 60 && b > 200, `${file} at ${i / info.channels}`).toBe(false);
      }
    }
    rmSync(own, { recursive: true, force: true });
  });
});
