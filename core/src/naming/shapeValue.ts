import anyAscii from 'any-ascii';
import type { FieldShape, NameAlphabet } from './nameRule.ts';

/**
 * Letters of Latin scripts that passports write with two (ICAO Doc 9303, part 3, section 6 A, its first choice for
 * each, from memory). Everything else is written by the tables of any-ascii.
 */
const TWO_LETTERS: Readonly<Record<string, string>> = {
  Ä: 'Ae',
  ä: 'ae',
  Ö: 'Oe',
  ö: 'oe',
  Ü: 'Ue',
  ü: 'ue',
  Å: 'Aa',
  å: 'aa',
  Æ: 'Ae',
  æ: 'ae',
  Ø: 'Oe',
  ø: 'oe',
  Œ: 'Oe',
  œ: 'oe',
  ß: 'ss',
  ẞ: 'SS',
  Þ: 'Th',
  þ: 'th',
  Ĳ: 'Ij',
  ĳ: 'ij',
};

/** Writes a text of any script in ASCII. What has no letters, such as a pictogram, may vanish. */
export function toAscii(text: string): string {
  const known = text.normalize('NFC').replace(/[^ -~]/gu, (letter) => TWO_LETTERS[letter] ?? letter);
  return anyAscii(known).replace(/[^ -~]/g, '');
}

/** What each alphabet leaves out: POSIX.1-2017, 3.282, the portable file name character set; RFC 3986, 2.3, unreserved. */
const LEFT_OUT: Readonly<Record<Exclude<NameAlphabet, 'any'>, RegExp>> = {
  portable: /[^A-Za-z0-9._-]+/g,
  web: /[^A-Za-z0-9._~-]+/g,
};

/** Stands for a date in a name that is read. A private use character of Unicode, so that no name has it. */
export const DATE_MARK = '\ue000';

/** Writes a text with the letters that a target allows: others by their sound, what has none as a hyphen. */
export function inAlphabet(text: string, alphabet: NameAlphabet): string {
  if (alphabet === 'any') return text;
  const written = text.split(DATE_MARK).map((piece) => toAscii(piece).replace(LEFT_OUT[alphabet], '-'));
  return written.join(DATE_MARK);
}

/** A value as it stands in a name: trimmed, spaces as hyphens, so that a name made by a rule never needs quoting. */
export function shapeValue(value: string, { width, letters, ascii, most }: FieldShape): string {
  let shaped = value.trim().replace(/\s+/g, '-');
  if (ascii) shaped = toAscii(shaped);
  if (letters === 'upper') shaped = shaped.toUpperCase();
  if (letters === 'lower') shaped = shaped.toLowerCase();
  if (most !== undefined) shaped = [...shaped].slice(0, most).join('');
  return width === undefined ? shaped : shaped.padStart(width, '0');
}
