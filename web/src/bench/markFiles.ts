import { MarkFile } from '@nachweis/contract';
import { MARKS_ID, type Mark, type MarkSetting, marksAsSvg, type Size } from '@nachweis/core';
import { measureText, PAGE_FONTS } from '../pictures/markFonts.ts';
import { type DrawnMark, isDrawn } from './bench.ts';

/** Marks as a JSON file. @param marks in pixels of the picture that is seen */
export function marksAsJson(marks: readonly Mark[], { width, height }: Size): string {
  const file: MarkFile = {
    type: 'nachweis-marks',
    version: 1,
    picture: { width, height },
    marks: [...marks],
  };
  return JSON.stringify(file, null, 2);
}

/** Marks as an SVG, which carries them as JSON too. */
export const marksToSvg = (marks: readonly Mark[], picture: MarkSetting['picture']): string =>
  marksAsSvg(marks, picture, PAGE_FONTS, measureText, marksAsJson(marks, picture));

/** What stands in the way of a file of marks. */
export type MarkFileFault = { why: 'no-marks' } | { why: 'field'; at: string };

/**
 * Reads marks from a JSON file, or from an SVG that was saved here: of an SVG nothing is read but what was put into its
 * metadata, so that scripts and foreign references in it come to nothing.
 */
export function readMarkFile(text: string): { marks: DrawnMark[] } | { fault: MarkFileFault } {
  const json = text.trimStart().startsWith('<') ? marksOfSvg(text) : text;
  let content: unknown;
  try {
    content = JSON.parse(json ?? '');
  } catch {
    return { fault: { why: 'no-marks' } };
  }
  const read = MarkFile.safeParse(content);
  if (read.success) return { marks: read.data.marks.filter(isDrawn) };
  const at = (read.error.issues[0]?.path ?? [])
    .map((key) => (typeof key === 'number' ? `[${key}]` : `.${String(key)}`))
    .join('')
    .slice(1);
  return { fault: at ? { why: 'field', at } : { why: 'no-marks' } };
}

function marksOfSvg(text: string): string | null {
  // A document that is parsed and never shown runs and fetches nothing.
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  return parsed.getElementById(MARKS_ID)?.textContent ?? null;
}
