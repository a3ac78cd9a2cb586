import { drawPins } from './drawPins.ts';
import { stepsOf } from './kinds/legend.ts';
import { kindOf } from './kinds.ts';
import type { ImageOf, Mark, MarkSetting } from './mark.ts';
import type { MarkCanvas } from './markCanvas.ts';
import { isPin } from './pins.ts';

/** What draws a picture's marks needs to know of the fonts that are there. */
export interface MarkFonts {
  /** of texts */
  text: string;
  /** of texts whose letters are all as wide */
  fixed: string;
  /** of letters and numbers in heads */
  heads: string;
}

/**
 * Draws marks into a picture: those that multiply first, the others in their order, and pins over all. Where the canvas
 * does not hold the picture itself, those that multiply have to be drawn on one that does. What is hidden is not drawn here but burned into
 * the pixels before (`redact`).
 *
 * @param measure width of a text at a size of letters, in pixels
 * @param imageOf of the pixels that marks carry
 */
export function drawMarks(
  canvas: MarkCanvas,
  marks: readonly Mark[],
  picture: MarkSetting['picture'],
  fonts: MarkFonts,
  measure: MarkSetting['measure'],
  imageOf?: ImageOf,
): void {
  const setting = settingOf(picture, fonts, measure, marks, imageOf);
  const under = marks.filter((mark) => kindOf(mark).multiplies);
  if (under.length > 0) {
    canvas.globalCompositeOperation = 'multiply';
    for (const mark of under) drawMark(canvas, mark, setting);
    canvas.globalCompositeOperation = 'source-over';
  }
  for (const mark of marks) if (!kindOf(mark).multiplies) drawMark(canvas, mark, setting);
  drawPins(canvas, marks.filter(isPin), picture, fonts.heads);
}

/** What a kind has to know of a picture, its other marks, and the fonts that are there. */
export const settingOf = (
  picture: MarkSetting['picture'],
  fonts: MarkFonts,
  measure: MarkSetting['measure'],
  marks: readonly Mark[],
  imageOf?: ImageOf,
): MarkSetting => ({
  picture,
  fonts: { plain: fonts.text, fixed: fonts.fixed },
  measure,
  imageOf,
  steps: stepsOf(marks),
});

/** Draws one mark as its kind does, as much of it as lets what is below be seen. */
export function drawMark(canvas: MarkCanvas, mark: Mark, setting: MarkSetting): void {
  canvas.globalAlpha = ('opacity' in mark ? mark.opacity : undefined) ?? 1;
  kindOf(mark).draw(canvas, mark, setting);
  canvas.globalAlpha = 1;
}
