import type { Encoding } from '@nachweis/contract';
import { FORMAT_FACTS, type FormatReason, LEAST_LETTER, type PictureFormat } from '@nachweis/core';

export const formatLabel = (format: PictureFormat): string => FORMAT_FACTS[format].label;

/** "PNG, JPEG or WebP" */
export const alternatives = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} or ${names.at(-1)}`;

/** How a picture is written, as a row of the desk is called. */
export function encodingLabel({ format, palette, quality }: Encoding): string {
  if (format === 'webp') return quality === 100 ? 'WebP, exact' : `WebP, quality ${quality}`;
  if (palette) return 'PNG, 256 colours';
  return quality === undefined ? formatLabel(format) : `${formatLabel(format)}, quality ${quality}`;
}

export const REASONS: Readonly<Record<FormatReason, string>> = {
  'only-one-taken': 'it is the only format that is taken here',
  exact: 'a screen has edges and letters, and it keeps every pixel',
  photograph: 'for a photograph it looks the same and is much smaller',
  'few-colours': 'the picture has few colours, so nothing is lost',
  'smallest-legible': 'of those that are taken it keeps the most of what can be seen',
};

export const TRANSPARENCY_WORDS = {
  none: 'has none',
  kept: 'kept',
  rough: 'all or nothing',
  laid: 'laid on white',
} as const;

/** What is known of the smallest text of a picture, before it is written in any format. */
export function textSentence(letters: number | null): string {
  if (letters === null) return 'There is hardly any text in it.';
  const height = `Its smallest letters are about ${letters.toFixed(1)} pixels high`;
  return letters < LEAST_LETTER
    ? `${height}: hard to read in any format. Frame it closer, or take it larger.`
    : `${height}.`;
}
