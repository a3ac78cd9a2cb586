import { randomBytes } from 'node:crypto';
import { crc32 as zlibCrc32 } from 'node:zlib';
import { admitPicture, crc32 } from '@nachweis/core';
import sharp from 'sharp';

const ROUNDS = 15;

function median(work: () => void): number {
  const times: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const start = performance.now();
    work();
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[Math.floor(ROUNDS / 2)] ?? Number.NaN;
}

/** Reading a large PNG's structure, nearly all of which is its checksums, beside zlib's native CRC-32 of the same bytes. */
export async function measureStructure(): Promise<void> {
  const noise = randomBytes(1600 * 1600 * 3);
  const png = new Uint8Array(
    await sharp(noise, { raw: { width: 1600, height: 1600, channels: 3 } })
      .png({ compressionLevel: 1 })
      .toBuffer(),
  );
  const ours = median(() => void admitPicture(png, 'a.png'));
  const sums = median(() => void crc32(png));
  const native = median(() => void zlibCrc32(png));
  const mb = png.length / 1e6;
  console.log(
    `Structure of a ${mb.toFixed(1)} MB PNG: ${ours.toFixed(1)} ms (${(mb / (ours / 1000)).toFixed(0)} MB/s), CRC-32 alone ${sums.toFixed(1)} ms; zlib's native CRC-32 ${native.toFixed(1)} ms; ratio ${(ours / native).toFixed(1)}`,
  );
}
