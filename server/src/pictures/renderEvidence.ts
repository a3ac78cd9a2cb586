import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { type Box, drawPins, type PinCanvas, type Point, polygonCoverage } from '@nachweis/core';
import { createCanvas, GlobalFonts } from '@napi-rs/canvas';
import sharp from 'sharp';
import { decode } from './decode.ts';
import type { Rendered, RenderRequest } from './pictureWork.ts';

const FONT_PACKAGE = '@fontsource-variable/atkinson-hyperlegible-mono';
const FONT_FILE = 'files/atkinson-hyperlegible-mono-latin-wght-normal.woff2';
const FONT_FAMILY = 'Nachweis Pins';

const fontFolder = dirname(createRequire(import.meta.url).resolve(`${FONT_PACKAGE}/package.json`));
GlobalFonts.registerFromPath(join(fontFolder, FONT_FILE), FONT_FAMILY);

/** Cuts the frame out of the capture, losslessly where it is not scaled, and lays the marks over a copy of it. */
export async function renderEvidence({
  path,
  frame,
  outline,
  size,
  marks,
}: RenderRequest): Promise<Rendered> {
  const { x, y, width, height } = frame;
  let framed: Buffer = await decode(path).extract({ left: x, top: y, width, height }).png().toBuffer();
  if (outline) framed = await cutOut(framed, frame, outline);
  if (size.width !== width || size.height !== height) {
    framed = await sharp(framed)
      .resize(size.width, size.height, { fit: 'fill', kernel: 'lanczos3' })
      .png()
      .toBuffer();
  }
  if (marks.length === 0) return { base: framed, file: framed };
  const canvas = createCanvas(size.width, size.height);
  drawPins(canvas.getContext('2d') as unknown as PinCanvas, marks, size, `"${FONT_FAMILY}"`);
  const file = await sharp(framed)
    .composite([{ input: canvas.toBuffer('image/png') }])
    .png()
    .toBuffer();
  return { base: framed, file };
}

/** Multiplies the picture's own transparency with the outline's coverage; hidden pixels lose their colour too. */
async function cutOut(framed: Buffer, frame: Box, outline: readonly Point[]): Promise<Buffer> {
  const { data, info } = await sharp(framed)
    .toColourspace('srgb')
    .ensureAlpha()
    .raw({ depth: 'uchar' })
    .toBuffer({ resolveWithObject: true });
  const coverage = polygonCoverage(outline, frame);
  for (let i = 0; i < coverage.length; i++) {
    const alpha = Math.round(((data[i * 4 + 3] as number) * (coverage[i] as number)) / 255);
    if (alpha === 0) data.fill(0, i * 4, i * 4 + 3);
    data[i * 4 + 3] = alpha;
  }
  return sharp(data, { raw: { width: info.width, height: info.height, channels: 4 } })
    .png()
    .toBuffer();
}
