import type { Box, Size } from '../geometry/box.ts';
import { rimOf } from './ink.ts';
import type { MarkSetting } from './mark.ts';
import type { MarkCanvas } from './markCanvas.ts';
import type { MarkStyle } from './markStyle.ts';

/** Words on a ground of their own. */
export interface Worded extends MarkStyle {
  /** upper left corner of the ground */
  x: number;
  y: number;
  text: string;
  ink: string;
}

/** Most letters that are drawn. */
export const MAX_MARK_TEXT = 5000;

/** Size of letters in picture pixels: 1.6 % of the longer side, within bounds. @param letters times that size */
export function letterSize({ width, height }: Size, letters = 1): number {
  return Math.round(Math.min(Math.max(Math.max(width, height) * 0.016, 14), 48) * letters);
}

const LINE = 1.3;
const PAD = 0.35;
/** Part of the picture's width that a text takes before it wraps. */
const WIDEST = 0.6;

/** Where the ground lies and what stands on each line. Letters get smaller until all lines have room in the picture. */
export function layOut(mark: Worded, { picture, measure: measureIn }: MarkSetting) {
  const measure = (part: string, at: number) => measureIn(part, at, mark.font ?? 'plain');
  let size = letterSize(picture, mark.letters);
  const words = mark.text.slice(0, MAX_MARK_TEXT);
  for (;;) {
    const widest = picture.width * WIDEST - 2 * size * PAD;
    const lines = wrap(words, widest, (part) => measure(part, size));
    const width = Math.max(...lines.map((one) => measure(one, size)), size) + 2 * size * PAD;
    const height = lines.length * size * LINE + 2 * size * PAD;
    if (height <= picture.height || size <= 4) {
      const ground = {
        x: Math.max(Math.min(mark.x, picture.width - width), 0),
        y: Math.max(Math.min(mark.y, picture.height - height), 0),
        width,
        height,
      };
      return { ground, lines, size };
    }
    size = Math.max(4, Math.floor(size * 0.85));
  }
}

/** Breaks a text at its spaces, and a word that is too long for a line anywhere. */
export function wrap(words: string, widest: number, measure: (part: string) => number): string[] {
  const lines: string[] = [];
  for (const paragraph of words.split('\n')) {
    let line = '';
    for (const word of paragraph.split(/(?<=\s)/)) {
      if (measure(line + word.trimEnd()) <= widest) {
        line += word;
        continue;
      }
      if (line) lines.push(line.trimEnd());
      line = '';
      for (const letter of word) {
        if (line && measure(line + letter) > widest) {
          lines.push(line);
          line = '';
        }
        line += letter;
      }
    }
    lines.push(line.trimEnd());
  }
  return lines;
}

/** Draws a ground and the words on it. */
export function drawWords(canvas: MarkCanvas, mark: Worded, setting: MarkSetting): void {
  const { ground, lines, size } = layOut(mark, setting);
  canvas.fillStyle = rimOf(mark.ink);
  canvas.beginPath();
  canvas.rect(ground.x, ground.y, ground.width, ground.height);
  canvas.fill();
  canvas.fillStyle = mark.ink;
  canvas.font = `600 ${size}px ${setting.fonts[mark.font ?? 'plain']}`;
  canvas.textAlign = 'left';
  canvas.textBaseline = 'middle';
  for (const [i, words] of lines.entries())
    canvas.fillText(words, ground.x + size * PAD, ground.y + size * (PAD + LINE * (i + 0.5)));
}

export const inGround = (
  { x, y, width, height }: Box,
  at: { x: number; y: number },
  tolerance: number,
): boolean =>
  at.x >= x - tolerance &&
  at.y >= y - tolerance &&
  at.x <= x + width + tolerance &&
  at.y <= y + height + tolerance;
