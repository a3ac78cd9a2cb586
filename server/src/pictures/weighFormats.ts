import {
  type Box,
  type Encoding,
  isOpaque,
  isPhotograph,
  type Raster,
  smallestText,
  strokesKept,
  TRIM_PIXELS,
  type WrittenAs,
} from '@nachweis/core';
import { ssim } from 'ssim.js';
import type { BlobStore } from '../blobs/blobStore.ts';
import { decodeRaster, fromRaster } from './decode.ts';
import { encode, PAPER } from './encode.ts';
import type { WeighedFormats, WeighTask } from './pictureTasks.ts';
import { drawn, prepared } from './renderEvidence.ts';

/** Ways a picture can be written that need no choice of quality. */
const PLAIN: readonly Encoding[] = [
  { format: 'png' },
  { format: 'png', palette: true },
  { format: 'gif' },
  { format: 'webp', quality: 100 },
];

/** Writes a picture in every way there is, reads each back, and says what it costs and what is left of it. */
export async function weighFormats(blobs: BlobStore, task: WeighTask): Promise<WeighedFormats> {
  const { base, marks } = await prepared(await decodeRaster(await blobs.bytes(task.sha256)), task.document);
  const picture = await drawn(base, marks);
  const text = smallestText(onPaper(picture));
  const rows: WeighedFormats['rows'] = [];
  const add = async (encoding: Encoding, bytes: Uint8Array) => {
    const row = await weigh(picture, encoding, bytes);
    rows.push({ ...row.written, sample: text && (await sampleOf(row.made, text.box)) });
  };
  const write = async (encoding: Encoding) => add(encoding, await encode(picture, encoding));
  for (const encoding of PLAIN) await write(encoding);
  for (const format of ['jpeg', 'webp'] as const) await write({ format, quality: task.quality });
  if (task.under !== null) {
    const best = await bestUnder(picture, task.under);
    if (best && best.quality !== task.quality)
      await add({ format: 'jpeg', quality: best.quality }, best.bytes);
  }
  return {
    width: picture.width,
    height: picture.height,
    photograph: isPhotograph(picture),
    letters: text?.letters ?? null,
    rows,
  };
}

async function weigh(
  picture: Raster,
  encoding: Encoding,
  bytes: Uint8Array,
): Promise<{ written: WrittenAs; made: Raster }> {
  const made = await decodeRaster(bytes);
  const [before, after] = [onPaper(picture), onPaper(made)];
  const opaque = isOpaque(picture);
  const written: WrittenAs = {
    encoding,
    bytes: bytes.length,
    likeness: likeness(before, after),
    strokes: strokesKept(before, after),
    transparency: opaque ? 'none' : TRANSPARENCY[encoding.format],
    lossless: Buffer.from(picture.data).equals(Buffer.from(made.data)),
  };
  return { written, made: after };
}

/** A pixel of a GIF is there or not; JPEG has no transparency at all. */
const TRANSPARENCY = { png: 'kept', webp: 'kept', gif: 'rough', jpeg: 'laid' } as const;

const onPaper = (picture: Raster): Raster =>
  isOpaque(picture) ? picture : TRIM_PIXELS.ground({ kind: 'ground', colour: PAPER }, picture);

/** Mean structural similarity. Pictures too small for its window are alike or not. */
function likeness(a: Raster, b: Raster): number {
  if (Math.min(a.width, a.height) < 11) return Buffer.from(a.data).equals(Buffer.from(b.data)) ? 1 : 0;
  // Only size and pixels are read of what the library calls an ImageData.
  const [one, other] = [a, b] as unknown as Parameters<typeof ssim>;
  const { mssim } = ssim(one, other, { ssim: 'bezkrovny', downsample: false });
  return Math.min(Math.max(mssim, 0), 1);
}

/** The best JPEG that is not larger than a size; null where none is that small. */
async function bestUnder(
  picture: Raster,
  under: number,
): Promise<{ quality: number; bytes: Uint8Array } | null> {
  let best: { quality: number; bytes: Uint8Array } | null = null;
  let [low, high] = [1, 100];
  while (low <= high) {
    const quality = (low + high) >> 1;
    const bytes = await encode(picture, { format: 'jpeg', quality });
    if (bytes.length <= under) {
      best = { quality, bytes };
      low = quality + 1;
    } else high = quality - 1;
  }
  return best;
}

/** A part of what comes back, at actual pixels. */
async function sampleOf(made: Raster, { x, y, width, height }: Box): Promise<string> {
  const part = await fromRaster(made).extract({ left: x, top: y, width, height }).png().toBuffer();
  return `data:image/png;base64,${part.toString('base64')}`;
}
