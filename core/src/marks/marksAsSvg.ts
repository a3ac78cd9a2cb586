import { drawMarks, type MarkFonts } from './drawMarks.ts';
import type { Mark, MarkSetting } from './mark.ts';
import { SvgCanvas } from './svgCanvas.ts';

/** Under which id an SVG of marks carries the marks themselves, so that they come in again as they were. */
export const MARKS_ID = 'nachweis-marks';

/**
 * Marks as an SVG of their picture's size that other programs draw and change. The marks themselves lie in its metadata as
 * `data` says.
 * @param ground address that holds the pixels of the picture beneath them; without one it is an overlay
 */
export function marksAsSvg(
  marks: readonly Mark[],
  picture: MarkSetting['picture'],
  fonts: MarkFonts,
  measure: MarkSetting['measure'],
  data: string,
  ground?: string,
): string {
  const { width, height } = picture;
  const canvas = new SvgCanvas();
  if (ground) canvas.drawImage(ground, 0, 0, width, height);
  drawMarks(canvas, marks, picture, fonts, measure, (pixels) => pixels);
  // Within a character section nothing but its end has to be watched for.
  const kept = data.replaceAll(']]>', ']]]]><![CDATA[>');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">
<metadata id="${MARKS_ID}"><![CDATA[${kept}]]></metadata>
${canvas.content}
</svg>
`;
}
