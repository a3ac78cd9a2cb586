import { randomBytes } from 'node:crypto';
import { Writable } from 'node:stream';
import sharp from 'sharp';
import { expect, it } from 'vitest';
import type { BlobStore } from '../blobs/blobStore.ts';
import type { Printed } from './printed.ts';
import { writeSheets } from './sheetPdf.ts';

const sheet: Printed = {
  number: 'N1',
  title: 'Filter curves',
  particulars: [],
  points: null,
  sections: [
    {
      heading: 'P1',
      lines: [],
      pictures: [{ name: 'a.png', sha256: 'a', width: 1200, height: 800, places: [] }],
      remarks: [],
    },
  ],
  closing: [],
  statement: '',
  placeables: [],
  files: [],
  jws: null,
};

/** Noise, which no JPEG makes small. */
const noise = sharp(randomBytes(1200 * 800 * 3), { raw: { width: 1200, height: 800, channels: 3 } })
  .png()
  .toBuffer();
const blobs = { bytes: () => noise } as unknown as BlobStore;

/** As many as are asked for, told of each. */
async function* many(count: number, begun: (index: number) => void) {
  for (let index = 0; index < count; index++) {
    begun(index);
    yield sheet;
  }
}

/** Takes nothing until it is let go. */
function slowReader() {
  let letGo = () => {};
  const held = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  const chunks: Buffer[] = [];
  const out = new Writable({
    write(chunk: Buffer, _encoding, done) {
      chunks.push(chunk);
      void held.then(() => done());
    },
  });
  return { out, letGo, read: () => Buffer.concat(chunks).toString('latin1') };
}

/** Until a number has stayed what it is for a while in which many sheets would have been drawn. */
async function settled(value: () => number): Promise<number> {
  for (let before = -1, same = 0; ; before = value()) {
    same = value() === before ? same + 1 : 0;
    if (same === 8) return before;
    await new Promise((done) => setTimeout(done, 100));
  }
}

it('draws no further than somewhat ahead of whoever reads, and all of it in the end', async () => {
  const { out, letGo, read } = slowReader();
  let begun = 0;
  const written = writeSheets(
    'x',
    many(24, (index) => (begun = index + 1)),
    '',
    blobs,
    out,
  );
  const ahead = await settled(() => begun);
  expect(ahead).toBeGreaterThan(0);
  expect(ahead).toBeLessThan(12);
  letGo();
  await written;
  await new Promise((done) => out.on('finish', done));
  expect(begun).toBe(24);
  expect(read().endsWith('%%EOF\n')).toBe(true);
}, 60_000);

it('ends where whoever waited has left', async () => {
  const { out } = slowReader();
  let begun = 0;
  const written = writeSheets(
    'x',
    many(1000, (index) => (begun = index + 1)),
    '',
    blobs,
    out,
  );
  await settled(() => begun);
  out.destroy();
  await written;
  expect(begun).toBeLessThan(12);
}, 60_000);
