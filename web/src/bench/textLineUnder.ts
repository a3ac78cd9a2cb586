import { type Box, lineOfText, type Point } from '@nachweis/core';

/** As much of the picture as is looked at above and below the hand, in pixels. */
const AROUND = 90;

/** The line of text that was drawn along, as a box in pixels of the picture; null where none is near. */
export function textLineUnder(bitmap: ImageBitmap | null, from: Point, to: Point): Box | null {
  if (!bitmap || bitmap.width === 0) return null;
  const left = Math.max(0, Math.floor(Math.min(from.x, to.x)));
  const right = Math.min(bitmap.width, Math.ceil(Math.max(from.x, to.x)));
  const middle = (from.y + to.y) / 2;
  const top = Math.max(0, Math.floor(middle - AROUND));
  const bottom = Math.min(bitmap.height, Math.ceil(middle + AROUND));
  const [width, height] = [right - left, bottom - top];
  if (width < 2 || height < 2) return null;
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) return null;
  context.drawImage(bitmap, -left, -top);
  const { data } = context.getImageData(0, 0, width, height);
  const line = lineOfText({ width, height, data }, middle - top);
  return line && { x: left, y: top + line.top, width, height: line.bottom - line.top };
}
