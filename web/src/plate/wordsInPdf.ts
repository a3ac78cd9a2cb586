import { PLATE_LINE, type PlateWords } from '@nachweis/core';
import bidiFactory from 'bidi-js';

/** An object of a PDF as pdfkit refers to it. */
export interface PdfObject {
  end(bytes?: Uint8Array): void;
}

/** What writing words needs of a document. */
export interface WordsTarget {
  object(data: Record<string, unknown>): PdfObject;
  /** makes a font known to the page under a name */
  addFont(name: string, font: PdfObject): void;
  /** adds operators to the page, in points from its upper left corner */
  write(content: string): void;
}

/** A font of one byte a letter has so many, without the first one. */
const LETTERS = 255;
/** Of a letter's height. What is drawn lies in the middle of its line. */
const [WIDTH, BASE] = [0.5, 0.35];

/**
 * Lays the words of a plate over their drawing, unseen: as text they can be searched, copied and read aloud, in whatever
 * script they are. The letters are a Type 3 font without strokes that says which signs they stand for (ISO 32000-1,
 * 9.6.5 and 9.10.3), so that no font has to be fetched.
 * @param scale points to a pixel
 * @param widthOf of a line, in pixels
 */
export function layWords(
  target: WordsTarget,
  words: readonly PlateWords[],
  scale: number,
  widthOf: (text: string, size: number) => number,
): void {
  const signs = [...new Set(words.flatMap(({ lines }) => lines.flatMap((line) => [...line])))];
  const codes = new Map(
    signs.map((sign, i) => [sign, { font: Math.floor(i / LETTERS), code: (i % LETTERS) + 1 }]),
  );
  for (let font = 0; font * LETTERS < signs.length; font++)
    target.addFont(nameOf(font), fontOf(target, signs.slice(font * LETTERS, (font + 1) * LETTERS)));
  for (const { x, y, lines, size } of words)
    for (const [i, line] of lines.entries()) {
      const letters = seen(line);
      if (letters.length === 0) continue;
      const stretch = (100 * widthOf(line, size)) / (letters.length * WIDTH * size);
      const base = y + size * (PLATE_LINE * (i + 0.5) + BASE);
      // Text stands on its feet, the page counts downwards.
      const place = [scale, 0, 0, -scale, x * scale, base * scale].map(number).join(' ');
      target.write(`BT 3 Tr ${number(stretch)} Tz ${place} Tm ${shown(letters, codes, size)} ET`);
    }
}

const isSecondHalf = (unit: number) => unit >= 0xdc00 && unit <= 0xdfff;

const nameOf = (font: number) => `Words${font}`;
const number = (value: number) => String(Math.round(value * 10_000) / 10_000);
const hex = (value: number, digits: number) => value.toString(16).toUpperCase().padStart(digits, '0');

const bidi = bidiFactory();

/**
 * The letters of a line from left to right, as they are drawn (Unicode Standard Annex 9): a PDF has them so, and readers
 * turn them back.
 */
function seen(line: string): string[] {
  const order = bidi.getReorderedIndices(line, bidi.getEmbeddingLevels(line, 'ltr'));
  // The two halves of a sign beyond the first plane stay in their order.
  for (const [i, at] of order.entries())
    if (order[i + 1] === at - 1 && isSecondHalf(line.charCodeAt(at))) order.splice(i, 2, at - 1, at);
  return [...order.map((at) => line.charAt(at)).join('')];
}

/** The operators that show a line: another font where the next letter is of another. */
function shown(
  letters: readonly string[],
  codes: ReadonlyMap<string, { font: number; code: number }>,
  size: number,
): string {
  const runs: Array<{ font: number; codes: string }> = [];
  for (const letter of letters) {
    const { font, code } = codes.get(letter) as { font: number; code: number };
    const last = runs.at(-1);
    if (last?.font === font) last.codes += hex(code, 2);
    else runs.push({ font, codes: hex(code, 2) });
  }
  return runs.map((run) => `/${nameOf(run.font)} ${number(size)} Tf <${run.codes}> Tj`).join(' ');
}

function fontOf(target: WordsTarget, signs: readonly string[]): PdfObject {
  const stroke = target.object({});
  stroke.end(bytesOf(`${WIDTH} 0 d0`));
  const toUnicode = target.object({});
  toUnicode.end(bytesOf(cmapOf(signs)));
  const font = target.object({
    Type: 'Font',
    Subtype: 'Type3',
    FontBBox: [0, 0, 1, 1],
    FontMatrix: [1, 0, 0, 1, 0, 0],
    CharProcs: { none: stroke },
    Encoding: { Type: 'Encoding', Differences: [1, ...signs.map(() => 'none')] },
    FirstChar: 1,
    LastChar: signs.length,
    Widths: signs.map(() => WIDTH),
    Resources: {},
    ToUnicode: toUnicode,
  });
  font.end();
  return font;
}

/** A block of a character map holds so many. */
const BLOCK = 100;

/** Which sign each letter stands for, in UTF-16. */
function cmapOf(signs: readonly string[]): string {
  const pairs = signs.map(
    (sign, i) =>
      `<${hex(i + 1, 2)}> <${[...Array(sign.length).keys()].map((at) => hex(sign.charCodeAt(at), 4)).join('')}>`,
  );
  const blocks = Array.from({ length: Math.ceil(pairs.length / BLOCK) }, (_, i) =>
    pairs.slice(i * BLOCK, (i + 1) * BLOCK),
  );
  return [
    '/CIDInit /ProcSet findresource begin',
    '12 dict begin',
    'begincmap',
    '/CIDSystemInfo << /Registry (Adobe) /Ordering (UCS) /Supplement 0 >> def',
    '/CMapName /Adobe-Identity-UCS def',
    '/CMapType 2 def',
    '1 begincodespacerange',
    '<00> <FF>',
    'endcodespacerange',
    ...blocks.flatMap((block) => [`${block.length} beginbfchar`, ...block, 'endbfchar']),
    'endcmap',
    'CMapName currentdict /CMap defineresource pop',
    'end',
    'end',
  ].join('\n');
}

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
