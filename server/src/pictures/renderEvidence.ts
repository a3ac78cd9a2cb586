import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { drawPins, type PinCanvas } from '@nachweis/core';
import { createCanvas, GlobalFonts } from '@napi-rs/canvas';
import sharp from 'sharp';
import { decode } from './decode.ts';
import type { Rendered, RenderRequest } from './pictureWork.ts';

const FONT_PACKAGE = '@fontsource-variable/atkinson-hyperlegible-mono';
const FONT_FILE = 'files/atkinson-hyperlegible-mono-latin-wght-normal.woff2';
const FONT_FAMILY = 'Nachweis Pins';

const fontFolder = dirname(createRequire(import.meta.url).resolve(`${FONT_PACKAGE}/package.json`));
GlobalFonts.registerFromPath(join(fontFolder, FONT_FILE), FONT_FAMILY);

/** Cuts the frame out of the capture, losslessly, and lays the marks over a copy of it. */
export async function renderEvidence({ path, frame, marks }: RenderRequest): Promise<Rendered> {
  const { x, y, width, height } = frame;
  const framed = await decode(path).extract({ left: x, top: y, width, height }).png().toBuffer();
  if (marks.length === 0) return { base: framed, file: framed };
  const canvas = createCanvas(width, height);
  drawPins(canvas.getContext('2d') as unknown as PinCanvas, marks, frame, `"${FONT_FAMILY}"`);
  const file = await sharp(framed)
    .composite([{ input: canvas.toBuffer('image/png') }])
    .png()
    .toBuffer();
  return { base: framed, file };
}
