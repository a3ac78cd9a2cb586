import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import {
  drawMarks,
  kindOf,
  type Mark,
  type MarkCanvas,
  type MarkFont,
  type MarkFonts,
  marksOnPicture,
  type PictureFormat,
  type Preparation,
  placingOf,
  type Raster,
  resized,
  resolutionIn,
  sniffFormat,
  trimmedPicture,
  USUAL_RESOLUTION,
  withoutParticulars,
  withResolution,
} from '@nachweis/core';
import { createCanvas, GlobalFonts, type Image, ImageData, loadImage } from '@napi-rs/canvas';
import type { BlobStore } from '../blobs/blobStore.ts';
import { decodeRaster, fromRaster, rasterOf } from './decode.ts';
import { encode } from './encode.ts';
import { factsOf, thumbnailOfRaster } from './inspectPicture.ts';
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
  const bare = keep && withoutParticulars(bytes, keep);
  const resolution = resolutionIn(bytes, sniffFormat(bytes)) ?? USUAL_RESOLUTION;
  const kept = bare && keep && withResolution(bare, keep, resolution);
  if (kept && document.marks.length === 0) {
    const base = await put(blobs, kept, keep);
    return { base, file: base, facts: null };
  }
  const { base: framed, marks, factor } = await prepared(await decodeRaster(bytes), document);
  const encoding = document.encoding ?? { format: 'png' };
  const write = async (picture: Raster): Promise<MadePicture> =>
    // As large on paper as before, also where it is scaled.
    put(blobs, await encode(picture, encoding, resolution * factor), encoding.format);
  const base = kept ? await put(blobs, kept, keep) : await write(framed);
  const marked = marks.length > 0 ? await drawn(framed, marks) : null;
  const file = marked ? await write(marked) : base;
  if (marked) await thumbnailOfRaster(blobs, file.sha256, marked);
  const facts = factsOf(framed);
  // What the page shows first is the picture as it was handed in.
  if (file === base) await thumbnailOfRaster(blobs, file.sha256, framed);
  return { base, file, facts };
}

/** The picture without its marks, and the marks as they lie on it. */
export async function prepared(
  capture: Raster,
  document: Preparation,
): Promise<{ base: Raster; marks: Mark[]; factor: number }> {
  const placing = placingOf(document, capture);
  const drawnMarks = document.marks.filter((mark) => !kindOf(mark).burns);
  const trimmed = trimmedPicture(capture, document);
  const base = resized(trimmed, placing.size, document.framing.scaling ?? 'sharp');
  return { base, marks: marksOnPicture(drawnMarks, placing), factor: placing.factor };
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

async function put(blobs: BlobStore, bytes: Uint8Array, format: PictureFormat): Promise<MadePicture> {
  return { sha256: await blobs.put(bytes), bytes: bytes.length, format };
}
