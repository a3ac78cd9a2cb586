import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import {
  drawMarks,
  type Encoding,
  kindOf,
  type Mark,
  type MarkCanvas,
  type MarkFont,
  type MarkFonts,
  marksOnPicture,
  type PictureFormat,
  type Preparation,
  pictureFacts,
  placingOf,
  type Raster,
  trimmedPicture,
  withoutParticulars,
} from '@nachweis/core';
import { createCanvas, GlobalFonts, type Image, ImageData, loadImage } from '@napi-rs/canvas';
import type { BlobStore } from '../blobs/blobStore.ts';
import { decodeRaster, fromRaster, rasterOf } from './decode.ts';
import { encode } from './encode.ts';
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
const FONTS: MarkFonts = {
  heads: `"${HEADS}"`,
  text: `"${TEXT}", sans-serif`,
  fixed: `"${HEADS}", "${TEXT}", sans-serif`,
};

/**
 * Cuts the frame out of the capture, losslessly where it is not scaled, and lays the marks over a copy of it. What is
 * whole keeps its coded pixels, where its format allows that, and without marks is not even decoded.
 *
 * @throws DecodeError, BlobMissing
 */
export async function renderEvidence(blobs: BlobStore, task: RenderTask): Promise<Rendered> {
  const { sha256, document, keep } = task;
  const bytes = await blobs.bytes(sha256);
  const kept = keep && withoutParticulars(bytes, keep);
  if (kept && document.marks.length === 0) {
    const base = await put(blobs, kept, keep);
    return { base, file: base, facts: null };
  }
  const { base: framed, marks } = await prepared(await decodeRaster(bytes), document);
  const encoding = document.encoding ?? { format: 'png' };
  const base = kept ? await put(blobs, kept, keep) : await putEncoded(blobs, framed, encoding);
  const file = marks.length > 0 ? await putMarked(blobs, framed, marks, encoding) : base;
  const facts = pictureFacts(framed);
  // What the page shows first is the picture as it was handed in.
  if (file === base) await thumbnailOfRaster(blobs, file.sha256, framed);
  return { base, file, facts };
}

/** The picture without its marks, and the marks as they lie on it. */
export async function prepared(
  capture: Raster,
  document: Preparation,
): Promise<{ base: Raster; marks: Mark[] }> {
  const placing = placingOf(document, capture);
  const { width, height } = placing.size;
  const drawnMarks = document.marks.filter((mark) => !kindOf(mark).burns);
  const trimmed = trimmedPicture(capture, document);
  const base =
    width === trimmed.width && height === trimmed.height
      ? trimmed
      : await rasterOf(fromRaster(trimmed).resize(width, height, { fit: 'fill', kernel: 'lanczos3' }));
  return { base, marks: marksOnPicture(drawnMarks, placing) };
}

async function putMarked(
  blobs: BlobStore,
  framed: Raster,
  marks: readonly Mark[],
  encoding: Encoding,
): Promise<MadePicture> {
  const marked = await drawn(framed, marks);
  const file = await putEncoded(blobs, marked, encoding);
  await thumbnailOfRaster(blobs, file.sha256, marked);
  return file;
}

/** A picture with its marks in it. */
export async function drawn(framed: Raster, marks: readonly Mark[]): Promise<Raster> {
  if (marks.length === 0) return framed;
  const { width, height } = framed;
  const under = marks.filter((mark) => kindOf(mark).multiplies);
  const context = createCanvas(width, height).getContext('2d');
  const measure = (words: string, letters: number, font: MarkFont) => {
    context.font = `600 ${letters}px ${font === 'plain' ? FONTS.text : FONTS.fixed}`;
    return context.measureText(words).width;
  };
  const canvas = context as unknown as MarkCanvas;
  context.imageSmoothingQuality = 'high';
  const images = await imagesIn(marks);
  const imageOf = (pixels: string) => images.get(pixels);
  let ground = framed;
  if (under.length > 0) {
    context.putImageData(new ImageData(new Uint8ClampedArray(framed.data), width, height), 0, 0);
    drawMarks(canvas, under, framed, FONTS, measure, imageOf);
    ground = { width, height, data: new Uint8ClampedArray(context.getImageData(0, 0, width, height).data) };
    context.clearRect(0, 0, width, height);
  }
  // Laid over by itself: a canvas would change the colours of pixels that are nearly transparent.
  const over = marks.filter((mark) => !kindOf(mark).multiplies);
  drawMarks(canvas, over, framed, FONTS, measure, imageOf);
  const laid = Buffer.from(context.getImageData(0, 0, width, height).data.buffer);
  return rasterOf(fromRaster(ground).composite([{ input: laid, raw: { width, height, channels: 4 } }]));
}

/** The pictures that lie in it, by the pixels they carry; one that cannot be read is not there. */
async function imagesIn(marks: readonly Mark[]): Promise<Map<string, Image>> {
  const found = new Map<string, Image>();
  for (const mark of marks)
    if (mark.kind === 'inset' && !found.has(mark.pixels)) {
      const bytes = Buffer.from(mark.pixels.slice(mark.pixels.indexOf(',') + 1), 'base64');
      const image = await loadImage(bytes).catch(() => null);
      if (image) found.set(mark.pixels, image);
    }
  return found;
}

async function putEncoded(blobs: BlobStore, raster: Raster, encoding: Encoding): Promise<MadePicture> {
  return put(blobs, await encode(raster, encoding), encoding.format);
}

async function put(blobs: BlobStore, bytes: Uint8Array, format: PictureFormat): Promise<MadePicture> {
  return { sha256: await blobs.put(bytes), bytes: bytes.length, format };
}
