import { MarkFile } from '@nachweis/contract';
import { MARKS_ID, type Mark, type MarkSetting, marksAsSvg } from '@nachweis/core';
import { measureText, PAGE_FONTS } from '../pictures/markFonts.ts';
import { marksAsJson } from '../pictures/marksAsJson.ts';
import { type DrawnMark, isDrawn } from './bench.ts';

/** Marks as an SVG, which carries them as JSON too. */
export const marksToSvg = (marks: readonly Mark[], picture: MarkSetting['picture']): string =>
  marksAsSvg(marks, picture, PAGE_FONTS, measureText, marksAsJson(marks, picture));

/** What stands in the way of a file of marks. */
export type MarkFileFault = { why: 'no-marks' } | { why: 'field'; at: string };

/**
 * Reads marks from a JSON file, or from an SVG that was saved here: of an SVG nothing is read but what was put into its
 * metadata, so that scripts and foreign references in it come to nothing.
 * @returns `leftOut`: there were such
 */
export function readMarkFile(
  text: string,
): { marks: DrawnMark[]; leftOut: boolean } | { fault: MarkFileFault } {
  const svg = text.trimStart().startsWith('<') ? readSvg(text) : null;
  const json = svg ? svg.json : text;
  let content: unknown;
  try {
    content = JSON.parse(json ?? '');
  } catch {
    return { fault: { why: 'no-marks' } };
  }
  const read = MarkFile.safeParse(content);
  if (read.success) return { marks: read.data.marks.filter(isDrawn), leftOut: svg?.isUnsafe ?? false };
  const at = (read.error.issues[0]?.path ?? [])
    .map((key) => (typeof key === 'number' ? `[${key}]` : `.${String(key)}`))
    .join('')
    .slice(1);
  return { fault: at ? { why: 'field', at } : { why: 'no-marks' } };
}

function readSvg(text: string): { json: string | null; isUnsafe: boolean } {
  // A document that is parsed and never shown runs and fetches nothing.
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  const isUnsafe = [...parsed.querySelectorAll('*')].some(
    (element) =>
      /^(script|foreignobject|iframe)$/i.test(element.localName) ||
      [...element.attributes].some(
        ({ localName, value }) =>
          /^on/i.test(localName) || (localName === 'href' && !/^(#|data:image\/)/i.test(value.trim())),
      ),
  );
  return { json: parsed.getElementById(MARKS_ID)?.textContent ?? null, isUnsafe };
}
