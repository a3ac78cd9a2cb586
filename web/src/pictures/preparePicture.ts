import { drawMarks, kindOf, type MarkCanvas, marksOnPicture, placingOf, type Size } from '@nachweis/core';
import { insetImage, loadInsets } from './insetImages.ts';
import { measureText, PAGE_FONTS } from './markFonts.ts';
import { atScale } from './resolution.ts';
import { captureAt, scaledPixels } from './trimmed.ts';
import type { Prepared } from './useShownPicture.ts';

/**
 * The picture as it will be handed in, made here: framed, with what is hidden taken away, trimmed, scaled, with its
 * marks. The server makes the file that counts, by the same steps and the same drawing.
 * @returns a PNG
 */
export const preparePicture = (picture: Prepared): Promise<Blob> =>
  drawnPicture(picture).then(asPngOf(picture));

/**
 * Draws a picture before it is asked for, so that only its file has to be written then.
 * @returns makes it, as `preparePicture`; holds its pixels for as long as it is held itself
 */
export function prepareAhead(picture: Prepared): () => Promise<Blob> {
  const ahead = drawnPicture(picture);
  // What could not be drawn ahead is drawn when it is asked for, and only then told.
  ahead.catch(() => undefined);
  return () => ahead.then(asPngOf(picture), () => preparePicture(picture));
}

/** As large on paper as its source draws it, also where it is scaled. */
const asPngOf = (picture: Prepared) => async (canvas: OffscreenCanvas) =>
  atScale(
    await canvas.convertToBlob({ type: 'image/png' }),
    (picture.origin?.scale ?? 1) * placingOf(picture, picture).factor,
  );

async function drawnPicture(picture: Prepared): Promise<OffscreenCanvas> {
  const [{ of, box }] = await Promise.all([
    captureAt(picture.url).then((image) => scaledPixels(image, picture)),
    neededBy(picture),
  ]);
  const placing = placingOf(picture, picture);
  const { size } = placing;
  const made = canvasOf(size);
  // Of insets: the picture itself has its size by now.
  made.imageSmoothingQuality = 'high';
  made.drawImage(of, box.x, box.y, box.width, box.height, 0, 0, size.width, size.height);
  if (of instanceof ImageBitmap) of.close();
  const drawn = picture.marks.filter((mark) => !kindOf(mark).burns);
  const placed = marksOnPicture(drawn, placing);
  drawMarks(made as unknown as MarkCanvas, placed, size, PAGE_FONTS, measureText, insetImage);
  return made.canvas;
}

/** What its marks are drawn with. */
const neededBy = ({ marks }: Prepared) =>
  Promise.all([
    loadInsets(marks),
    ...[PAGE_FONTS.text, PAGE_FONTS.heads, PAGE_FONTS.fixed].map((font) =>
      document.fonts.load(`600 20px ${font}`),
    ),
  ]);

function canvasOf({ width, height }: Size): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(width, height).getContext('2d');
  if (!context) throw new Error('No canvas to make the picture with.');
  return context;
}
