import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { toAscii } from '@nachweis/core';

const require = createRequire(import.meta.url);
const fileOf = (font: string, subset: string, weight: 400 | 700) =>
  join(
    dirname(require.resolve(`@fontsource/${font}/package.json`)),
    `files/${font}-${subset}-${weight}-normal.woff`,
  );

/** Faces in the order in which they are asked for a letter: the page's own first, then scripts that it has not. */
const FACES = [
  ['atkinson-hyperlegible-next', 'latin'],
  ['atkinson-hyperlegible-next', 'latin-ext'],
  ['noto-sans', 'vietnamese'],
  ['noto-sans', 'cyrillic'],
  ['noto-sans', 'cyrillic-ext'],
  ['noto-sans', 'greek'],
  ['noto-sans', 'greek-ext'],
] as const;

/** Words of one face. */
export interface Run {
  font: string;
  text: string;
}

type Document = PDFKit.PDFDocument;
/** What the library keeps of the face that is set, which its types do not name. */
interface WithFont {
  _font: { font: { hasGlyphForCodePoint(code: number): boolean } };
}

const nameOf = (index: number, isBold: boolean) => `face-${index}${isBold ? '-bold' : ''}`;

/** Gives a document all faces, in two weights; only what is used of them comes into the file. */
export function registerFonts(pdf: Document): void {
  for (const [index, [font, subset]] of FACES.entries()) {
    pdf.registerFont(nameOf(index, false), fileOf(font, subset, 400));
    pdf.registerFont(nameOf(index, true), fileOf(font, subset, 700));
  }
}

/**
 * Splits words into runs that one face each has all letters of. What none has, as of scripts that do not ship, is
 * written by its sound in ASCII, so that no name comes out as boxes.
 */
export function runsOf(pdf: Document, text: string, isBold: boolean): Run[] {
  const runs: Run[] = [];
  const add = (font: string, piece: string) => {
    const last = runs.at(-1);
    if (last?.font === font) last.text += piece;
    else runs.push({ font, text: piece });
  };
  for (const letter of text.normalize('NFC')) {
    // Spaces stay with what stands before them.
    const current = /\s/u.test(letter) ? runs.at(-1)?.font : undefined;
    const found =
      current ?? FACES.map((_, index) => nameOf(index, isBold)).find((name) => has(pdf, name, letter));
    if (found) add(found, letter);
    else add(nameOf(0, isBold), toAscii(letter) || '?');
  }
  return runs;
}

const known = new WeakMap<Document, Map<string, boolean>>();

function has(pdf: Document, font: string, letter: string): boolean {
  const answers = known.get(pdf) ?? new Map<string, boolean>();
  known.set(pdf, answers);
  const key = `${font} ${letter}`;
  const there = answers.get(key);
  if (there !== undefined) return there;
  pdf.font(font);
  const answer = (pdf as unknown as WithFont)._font.font.hasGlyphForCodePoint(letter.codePointAt(0) ?? 0);
  answers.set(key, answer);
  return answer;
}
