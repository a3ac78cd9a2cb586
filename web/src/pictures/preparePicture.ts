import { drawMarks, kindOf, type MarkCanvas, marksOnPicture, placingOf, type Size } from '@nachweis/core';
import { insetImage, loadInsets } from './insetImages.ts';
import { measureText, PAGE_FONTS } from './markFonts.ts';
import { trimmedPixels } from './trimmed.ts';
import type { Prepared } from './useShownPicture.ts';

/**
 * The picture as it will be handed in, made here: framed, with what is hidden taken away, trimmed, scaled, with its
 * marks. The server makes the file that counts, by the same steps and the same drawing.
 * @returns a PNG
 */
export async function preparePicture(picture: Prepared): Promise<Blob> {
  const [bitmap] = await Promise.all([
    trimmedPixels(picture.url, picture),
    loadInsets(picture.marks),
    ...[PAGE_FONTS.text, PAGE_FONTS.heads, PAGE_FONTS.fixed].map((font) =>
      document.fonts.load(`600 20px ${font}`),
    ),
  ]);
  const placing = placingOf(picture, picture);
  const { size } = placing;
  const made = canvasOf(size);
  made.imageSmoothingQuality = 'high';
  made.drawImage(bitmap, 0, 0, size.width, size.height);
  bitmap.close();
  const drawn = picture.marks.filter((mark) => !kindOf(mark).burns);
  const placed = marksOnPicture(drawn, placing);
  drawMarks(made as unknown as MarkCanvas, placed, size, PAGE_FONTS, measureText, insetImage);
  return made.canvas.convertToBlob({ type: 'image/png' });
}

function canvasOf({ width, height }: Size): OffscreenCanvasRenderingContext2D {
  const context = new OffscreenCanvas(width, height).getContext('2d');
  if (!context) throw new Error('No canvas to make the picture with.');
  return context;
}
