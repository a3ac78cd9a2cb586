import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import {
  type Box,
  drawMarks,
  type Mark,
  type MarkCanvas,
  type PictureFormat,
  type Point,
  pictureFacts,
  polygonCoverage,
  type Raster,
  type Redaction,
  redact,
  type Size,
  withoutParticulars,
} from '@nachweis/core';
import { createCanvas, GlobalFonts } from '@napi-rs/canvas';
import type { BlobStore } from '../blobs/blobStore.ts';
import { decodeRaster, fromRaster, rasterOf } from './decode.ts';
import { thumbnailOfRaster } from './inspectPicture.ts';
import type { MadePicture, Rendered, RenderTask } from './pictureTasks.ts';

const HEADS = 'Nachweis Heads';
const TEXT = 'Nachweis Text';

/** The fonts that the pages have too, so that a file looks as its marks did when they were made. */
function register(name: 'mono' | 'next', subset: 'latin' | 'latin-ext', family: string): void {
  const font = `atkinson-hyperlegible-${name}`;
  const resolve = createRequire(import.meta.url).resolve(`@fontsource-variable/${font}/package.json`);
  GlobalFonts.registerFromPath(join(dirname(resolve), `files/${font}-${subset}-wght-normal.woff2`), family);
}
for (const subset of ['latin', 'latin-ext'] as const) {
  register('mono', subset, HEADS);
  register('next', subset, TEXT);
}
/** Letters of other scripts come from what the system has. */
const FONTS = { heads: `"${HEADS}"`, text: `"${TEXT}", sans-serif` };

/**
 * Cuts the frame out of the capture, losslessly where it is not scaled, and lays the marks over a copy of it. What is
 * whole keeps its coded pixels, where its format allows that, and without marks is not even decoded.
 *
 * @throws DecodeError, BlobMissing
 */
export async function renderEvidence(blobs: BlobStore, task: RenderTask): Promise<Rendered> {
  const { sha256, frame, outline, size, marks, burned, keep } = task;
  const bytes = await blobs.bytes(sha256);
  const kept = keep && withoutParticulars(bytes, keep);
  if (kept && marks.length === 0) {
    const base = await put(blobs, kept, keep);
    return { base, file: base, facts: null };
  }
  const framed = await cut(await decodeRaster(bytes), frame, outline, size, burned);
  const base = kept ? await put(blobs, kept, keep) : await putPng(blobs, framed);
  const file = marks.length > 0 ? await putMarked(blobs, framed, marks) : base;
  const facts = pictureFacts(framed);
  // What the page shows first is the picture as it was handed in.
  if (file === base) await thumbnailOfRaster(blobs, file.sha256, framed);
  return { base, file, facts };
}

/** What is hidden goes before anything is scaled, so that no pixel of it is mixed into one that stays. */
async function cut(
  whole: Raster,
  frame: Box,
  outline: readonly Point[] | null,
  size: Size,
  burned: readonly Redaction[],
): Promise<Raster> {
  const { x, y, width, height } = frame;
  const isWhole = width === whole.width && height === whole.height;
  let framed = isWhole ? whole : cutBox(whole, frame);
  const coverage = outline && polygonCoverage(outline, { x, y, width, height });
  if (burned.length > 0) redact(framed, burned, (px, py) => !coverage || coverage[py * width + px] === 255);
  if (coverage) framed = cutOut(framed, coverage);
  if (size.width === width && size.height === height) return framed;
  return rasterOf(fromRaster(framed).resize(size.width, size.height, { fit: 'fill', kernel: 'lanczos3' }));
}

function cutBox(whole: Raster, { x, y, width, height }: Box): Raster {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let row = 0; row < height; row++) {
    const start = ((y + row) * whole.width + x) * 4;
    data.set(whole.data.subarray(start, start + width * 4), row * width * 4);
  }
  return { width, height, data };
}

/** Multiplies the picture's own transparency with the outline's coverage; hidden pixels lose their colour too. */
function cutOut(framed: Raster, coverage: Uint8ClampedArray | Uint8Array): Raster {
  const data = new Uint8ClampedArray(framed.data);
  for (let i = 0; i < coverage.length; i++) {
    const alpha = Math.round(((data[i * 4 + 3] as number) * (coverage[i] as number)) / 255);
    if (alpha === 0) data.fill(0, i * 4, i * 4 + 3);
    data[i * 4 + 3] = alpha;
  }
  return { ...framed, data };
}

async function putMarked(blobs: BlobStore, framed: Raster, marks: readonly Mark[]): Promise<MadePicture> {
  const { width, height } = framed;
  const context = createCanvas(width, height).getContext('2d');
  const measure = (words: string, letters: number) => {
    context.font = `600 ${letters}px ${FONTS.text}`;
    return context.measureText(words).width;
  };
  drawMarks(context as unknown as MarkCanvas, marks, framed, FONTS, measure);
  const pins = Buffer.from(context.getImageData(0, 0, width, height).data.buffer);
  const marked = await rasterOf(
    fromRaster(framed).composite([{ input: pins, raw: { width, height, channels: 4 } }]),
  );
  const file = await putPng(blobs, marked);
  await thumbnailOfRaster(blobs, file.sha256, marked);
  return file;
}

/** Opaque pictures are written without an alpha channel, which is what most captures are. */
async function putPng(blobs: BlobStore, raster: Raster): Promise<MadePicture> {
  const picture = fromRaster(raster);
  return put(blobs, await (isOpaque(raster) ? picture.removeAlpha() : picture).png().toBuffer(), 'png');
}

function isOpaque({ data }: Raster): boolean {
  for (let i = 3; i < data.length; i += 4) if (data[i] !== 255) return false;
  return true;
}

async function put(blobs: BlobStore, bytes: Uint8Array, format: PictureFormat): Promise<MadePicture> {
  return { sha256: await blobs.put(bytes), bytes: bytes.length, format };
}
