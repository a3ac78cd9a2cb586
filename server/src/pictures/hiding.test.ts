import { randomBytes } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Mark, REDACTION_LOOKS, type Redaction } from '@nachweis/core';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { BlobStore } from '../blobs/blobStore.ts';
import { createFolderBlobStore } from '../blobs/folderBlobStore.ts';
import type { RenderTask } from './pictureTasks.ts';
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

type Trim = Pick<RenderTask, 'frame' | 'size' | 'outline'> & { moved: [number, number] };
const TRIMS: Readonly<Record<string, Trim>> = {
  whole: {
    frame: { x: 0, y: 0, width: WIDTH, height: HEIGHT },
    size: { width: WIDTH, height: HEIGHT },
    outline: null,
    moved: [0, 0],
  },
  'a region through the area': {
    frame: { x: 40, y: 10, width: 60, height: 60 },
    size: { width: 60, height: 60 },
    outline: null,
    moved: [40, 10],
  },
  'scaled down': {
    frame: { x: 0, y: 0, width: WIDTH, height: HEIGHT },
    size: { width: 50, height: 33 },
    outline: null,
    moved: [0, 0],
  },
  'an outline through the area': {
    frame: { x: 0, y: 0, width: WIDTH, height: HEIGHT },
    size: { width: WIDTH, height: HEIGHT },
    outline: [
      { x: 10, y: 5 },
      { x: 100, y: 30 },
      { x: 50, y: 70 },
    ],
    moved: [0, 0],
  },
};

async function render(
  bytes: Buffer,
  look: Redaction['look'],
  { moved: [x, y], ...trim }: Trim,
  marks: Mark[],
) {
  const { box, ...rest } = redaction(look);
  const made = await renderEvidence(blobs, {
    task: 'render',
    sha256: await blobs.put(bytes),
    marks,
    burned: [{ ...rest, box: { ...box, x: box.x - x, y: box.y - y } }],
    keep: null,
    ...trim,
  });
  return [made.base.sha256, made.file.sha256];
}

describe('what is hidden', () => {
  const cases = REDACTION_LOOKS.flatMap((look) => Object.keys(TRIMS).map((trim) => [look, trim] as const));
  it.each(cases)('as %s, %s: two captures that differ only there give the same bytes', async (look, name) => {
    const trim = TRIMS[name] as Trim;
    const noise = randomBytes(WIDTH * HEIGHT);
    const plain = await capture(() => [255, 255, 255, 255]);
    const secret = await capture((x, y) => [noise[y * WIDTH + x] ?? 0, x % 256, y % 256, 255]);
    const clear = await capture((x) => [x % 256, 0, 255, 0]);
    for (const marks of [[], [ARROW]]) {
      const first = await render(plain, look, trim, marks);
      expect(await render(secret, look, trim, marks)).toEqual(first);
      expect(await render(clear, look, trim, marks)).toEqual(first);
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
      frame: { x: 0, y: 0, width: WIDTH, height: HEIGHT },
      size: { width: WIDTH, height: HEIGHT },
      outline: null,
      marks: [ARROW],
      burned: [redaction('mosaic')],
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
