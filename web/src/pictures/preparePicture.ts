import {
  drawMarks,
  type Framing,
  framedBox,
  framedSize,
  kindOf,
  type Mark,
  type MarkCanvas,
  marksInFrame,
  polygonCoverage,
  redact,
  type Size,
  scaleMarks,
} from '@nachweis/core';
import { measureText, PAGE_FONTS } from './markFonts.ts';

/** A capture and what is made of it. */
export interface Preparing extends Size {
  url: string;
  framing: Framing;
  marks: readonly Mark[];
}

/**
 * The picture as it will be handed in, made here: framed, with what is hidden taken away, scaled, with its marks.
 * The server makes the file that counts, by the same steps and the same drawing.
 * @returns a PNG
 */
export async function preparePicture({ url, framing, marks, ...capture }: Preparing): Promise<Blob> {
  await Promise.all(
    [PAGE_FONTS.text, PAGE_FONTS.heads].map((font) => document.fonts.load(`600 20px ${font}`)),
  );
  const image = new Image();
  image.src = url;
  await image.decode();
  const frame = framedBox(framing, capture);
  const size = framedSize(framing, capture);
  const inFrame = marksInFrame(marks, frame);
  const framed = canvasOf(frame);
  framed.drawImage(image, -frame.x, -frame.y);
  const burned = inFrame.filter((mark) => mark.kind === 'redaction');
  const coverage = framing.kind === 'outline' ? polygonCoverage(framing.points, frame) : null;
  if (burned.length > 0 || coverage) {
    const pixels = framed.getImageData(0, 0, frame.width, frame.height);
    const { width, height, data } = pixels;
    redact({ width, height, data }, burned, (x, y) => !coverage || coverage[y * width + x] === 255);
    if (coverage)
      for (let i = 0; i < coverage.length; i++)
        data[i * 4 + 3] = Math.round(((data[i * 4 + 3] as number) * (coverage[i] as number)) / 255);
    framed.putImageData(pixels, 0, 0);
  }
  const made = size.width === frame.width ? framed : scaled(framed.canvas, size);
  const drawn = scaleMarks(
    inFrame.filter((mark) => !kindOf(mark).burns),
    size.width / frame.width,
  );
  drawMarks(made as unknown as MarkCanvas, drawn, size, PAGE_FONTS, measureText);
  return made.canvas.convertToBlob({ type: 'image/png' });
}

function canvasOf({ width, height }: Size): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('No canvas to make the picture with.');
  return context;
}

function scaled(from: OffscreenCanvas, size: Size): OffscreenCanvasRenderingContext2D {
  const context = canvasOf(size);
  context.imageSmoothingQuality = 'high';
  context.drawImage(from, 0, 0, size.width, size.height);
  return context;
}
