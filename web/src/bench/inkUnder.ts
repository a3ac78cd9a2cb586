import { type Box, chooseInk, PIN_INK } from '@nachweis/core';

/** As many pixels as are looked at in each direction. */
const LOOKED_AT = 24;

/** The ink that reads on what lies in a part of a picture. @param box in pixels of the picture */
export function inkUnder(bitmap: ImageBitmap | null, box: Box): string {
  if (!bitmap || bitmap.width === 0) return PIN_INK;
  const context = new OffscreenCanvas(LOOKED_AT, LOOKED_AT).getContext('2d', { willReadFrequently: true });
  if (!context) return PIN_INK;
  const { x, y, width, height } = box;
  // Single pixels, not their means: thin letters on paper are paper and ink, not grey.
  context.imageSmoothingEnabled = false;
  context.drawImage(bitmap, x, y, Math.max(width, 1), Math.max(height, 1), 0, 0, LOOKED_AT, LOOKED_AT);
  const { data } = context.getImageData(0, 0, LOOKED_AT, LOOKED_AT);
  return chooseInk(
    { width: LOOKED_AT, height: LOOKED_AT, data },
    { x: 0, y: 0, width: LOOKED_AT, height: LOOKED_AT },
  );
}
