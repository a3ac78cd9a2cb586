import { type Box, type Mark, marksInFrame, type Raster, redact, wholePixels } from '@nachweis/core';

/** What is seen where something is hidden: pixels of the framed picture, and where they lie in it. */
export interface HiddenArea {
  id: string;
  box: Box;
  pixels: HTMLCanvasElement;
}

/** Makes the pixels of hidden areas as the server will, by the same function. */
export function hiddenAreas(bitmap: ImageBitmap, frame: Box, marks: readonly Mark[]): HiddenArea[] {
  const areas = marksInFrame(marks, frame).filter((mark) => mark.kind === 'redaction');
  if (areas.length === 0 || bitmap.width === 0) return [];
  const canvas = new OffscreenCanvas(frame.width, frame.height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return [];
  context.drawImage(bitmap, -frame.x, -frame.y);
  const { data } = context.getImageData(0, 0, frame.width, frame.height);
  const framed: Raster = { width: frame.width, height: frame.height, data };
  redact(framed, areas);
  return areas.flatMap(({ id, box }) => {
    const place = wholePixels(box, framed);
    return place ? [{ id, box: place, pixels: cutOut(framed, place) }] : [];
  });
}

function cutOut({ data, width }: Raster, { x, y, width: w, height: h }: Box): HTMLCanvasElement {
  const canvas = document.createElement('canvas');
  canvas.width = w;
  canvas.height = h;
  const image = new ImageData(w, h);
  for (let row = 0; row < h; row++) {
    const start = ((y + row) * width + x) * 4;
    image.data.set(data.subarray(start, start + w * 4), row * w * 4);
  }
  canvas.getContext('2d')?.putImageData(image, 0, 0);
  return canvas;
}
