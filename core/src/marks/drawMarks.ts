import { drawPins } from './drawPins.ts';
import { kindOf } from './kinds.ts';
import type { Mark, MarkSetting } from './mark.ts';
import type { MarkCanvas } from './markCanvas.ts';
import { isPin } from './pins.ts';

/** What draws a picture's marks needs to know of the fonts that are there. */
export interface MarkFonts {
  /** of texts */
  text: string;
  /** of letters and numbers in heads */
  heads: string;
}

/**
 * Draws marks into a picture, in their order, and pins over all others. What is hidden is not drawn here but burned into
 * the pixels before (`redact`).
 *
 * @param measure width of a text at a size of letters, in pixels
 */
export function drawMarks(
  canvas: MarkCanvas,
  marks: readonly Mark[],
  picture: MarkSetting['picture'],
  fonts: MarkFonts,
  measure: MarkSetting['measure'],
): void {
  const setting = { picture, fontFamily: fonts.text, measure };
  for (const mark of marks) kindOf(mark).draw(canvas, mark, setting);
  drawPins(canvas, marks.filter(isPin), picture, fonts.heads);
}
