import type { Box } from '../geometry/box.ts';
import { wrap } from '../marks/textLayout.ts';
import type { PlatePicture } from './plate.ts';

/** Lines of words, with where the first begins and how large its letters are, in pixels. */
export interface PlateWords {
  x: number;
  /** upper edge */
  y: number;
  lines: string[];
  /** of the longest line */
  width: number;
  size: number;
  /** place in the order of the picture that they belong to; without, they are the plate's */
  picture?: number;
  role: 'heading' | 'particulars' | 'caption' | 'credit';
}

/** Width of words in letters of a size, both in pixels. */
export type Measure = (words: string, size: number) => number;

/** Between a picture and its caption. */
export const NEAR = 10;
export const PLATE_LINE = 1.3;
/** A picture is enlarged no further: its pixels would be all one sees. */
export const MOST_ENLARGED = 2;
/** A caption is no narrower, also below a picture that is: a letter a line can nobody read. */
export const LEAST_CAPTION = 260;
const [CAPTION, CREDIT] = [24, 19];

/** Pictures with their words, from the corner where they begin. */
export interface Body {
  height: number;
  boxes: Box[];
  words: PlateWords[];
}

/** What stands below a picture, with the number of its step. */
export function captionOf(picture: PlatePicture, index: number, isNumbered: boolean): string {
  return isNumbered ? `${index + 1}  ${picture.caption}`.trimEnd() : picture.caption;
}

/** Words below a picture in a width, and how high they are. */
export type Caption = (
  index: number,
  x: number,
  y: number,
  room: number,
  measure: Measure,
) => { words: PlateWords[]; height: number };

/** How wide the longest of some lines is. */
export const widest = (lines: readonly string[], size: number, measure: Measure): number =>
  Math.max(0, ...lines.map((line) => measure(line, size)));

export function captionAt(
  { credit }: PlatePicture,
  picture: number,
  caption: string,
  { x, y, room }: { x: number; y: number; room: number },
  measure: Measure,
) {
  const words: PlateWords[] = [];
  let height = 0;
  for (const [text, size, role] of [
    [caption, CAPTION, 'caption'],
    [credit, CREDIT, 'credit'],
  ] as const) {
    if (text.trim() === '') continue;
    const lines = wrap(text, room, (part) => measure(part, size));
    const width = widest(lines, size, measure);
    words.push({ x, y: y + NEAR + height, lines, width, size, picture, role });
    height += lines.length * size * PLATE_LINE;
  }
  return { words, height: height > 0 ? height + NEAR : 0 };
}
