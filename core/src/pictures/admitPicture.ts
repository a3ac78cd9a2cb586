import { extensionOf, FORMAT_FACTS, type PictureFormat } from './formats.ts';
import { inspectAvif } from './inspectAvif.ts';
import { inspectGif } from './inspectGif.ts';
import { inspectJpeg } from './inspectJpeg.ts';
import { inspectPng } from './inspectPng.ts';
import { inspectWebp } from './inspectWebp.ts';
import type { HeaderResult } from './pictureHeader.ts';
import { sniffFormat } from './sniffFormat.ts';

/** 25 MB in the sense of 25 x 1024 x 1024 bytes. */
export const MAX_PICTURE_BYTES = 25 * 1024 * 1024;
/** No decoder, in the browser or on the server, is given more pixels than this: 256 MB as RGBA. */
export const MAX_PICTURE_PIXELS = 64_000_000;

export type RefusalCode =
  | 'empty'
  | 'too-large'
  | 'not-a-picture'
  | 'vector'
  | 'format-not-taken'
  | 'cut-short'
  | 'wrong-crc'
  | 'bad-structure'
  | 'too-many-pixels';

export type NoteCode = 'other-extension' | 'first-frame';

/** What was accepted, and what has to be said about it. */
export interface Admitted {
  ok: true;
  format: PictureFormat;
  width: number;
  height: number;
  notes: Array<{ code: NoteCode; sentence: string }>;
}

/** Why a file was not taken: one sentence that names it and says what to do. */
export interface Refused {
  ok: false;
  code: RefusalCode;
  sentence: string;
}

const INSPECT: Readonly<Record<PictureFormat, (bytes: Uint8Array) => HeaderResult>> = {
  png: inspectPng,
  jpeg: inspectJpeg,
  gif: inspectGif,
  webp: inspectWebp,
  avif: inspectAvif,
};

/** The refusal of a file whose size alone is too much; it need not be read for that. */
export function refuseTooLarge(size: number, fileName: string): Refused {
  return {
    ok: false,
    code: 'too-large',
    sentence: `“${shortened(fileName)}” has ${megabytes(size)}; at most 25 MB are taken. Save a smaller part of the screen, or save it as PNG or JPEG.`,
  };
}

/**
 * Decides from the bytes alone whether a picture is taken in. Runs in the browser before anything is kept and again
 * on the server before anything is decoded. A wrong extension is no reason to refuse: the content decides.
 *
 * @param fileName as the person knows the file; used in the sentences only
 */
export function admitPicture(bytes: Uint8Array, fileName: string): Admitted | Refused {
  const file = `“${shortened(fileName)}”`;
  const refuse = (code: RefusalCode, sentence: string): Refused => ({ ok: false, code, sentence });
  if (bytes.length === 0)
    return refuse('empty', `${file} has no content (0 bytes). Save it again and add the new file.`);
  if (bytes.length > MAX_PICTURE_BYTES) {
    return refuseTooLarge(bytes.length, fileName);
  }
  const format = sniffFormat(bytes);
  if (format === null)
    return refuse(
      'not-a-picture',
      `${file} is not a picture. Add a PNG, JPEG, GIF, WebP or AVIF file, or capture the screen here.`,
    );
  if (format === 'svg')
    return refuse(
      'vector',
      `${file} is a vector drawing (SVG), which shows no captured screen. Capture the screen or save it as PNG.`,
    );
  if (!(format in INSPECT))
    return refuse(
      'format-not-taken',
      `${file} is a ${format.toUpperCase()} file, which is not taken. Save it as PNG and add that file.`,
    );
  const known = format as PictureFormat;
  const result = INSPECT[known](bytes);
  if (!result.ok) {
    const label = FORMAT_FACTS[known].label;
    const remedy =
      result.damage === 'cut-short'
        ? 'Copy or save it again in full and add the new file.'
        : 'Save it again from the program it came from and add the new file.';
    const what =
      result.damage === 'cut-short'
        ? `is cut short: ${result.detail}`
        : `is a damaged ${label}: ${result.detail}`;
    return refuse(result.damage, `${file} ${what}. ${remedy}`);
  }
  const { width, height, animated } = result.header;
  if (width * height > MAX_PICTURE_PIXELS) {
    return refuse(
      'too-many-pixels',
      `${file} claims ${width} x ${height} pixels; at most ${MAX_PICTURE_PIXELS / 1e6} million are taken. Capture a smaller part and add that.`,
    );
  }
  const notes: Admitted['notes'] = [];
  const extension = extensionOf(fileName);
  if (extension && !FORMAT_FACTS[known].extensions.includes(extension)) {
    notes.push({
      code: 'other-extension',
      sentence: `${file} ends in .${extension} but is a ${FORMAT_FACTS[known].label}; it was taken as ${FORMAT_FACTS[known].label}.`,
    });
  }
  if (animated)
    notes.push({ code: 'first-frame', sentence: `${file} is animated; its first frame was taken.` });
  return { ok: true, format: known, width, height, notes };
}

const LONGEST_SHOWN = 60;

function shortened(name: string): string {
  const shown = name || 'The picture';
  return shown.length > LONGEST_SHOWN ? `${shown.slice(0, LONGEST_SHOWN - 1)}…` : shown;
}

function megabytes(bytes: number): string {
  return `${(bytes / 1024 / 1024).toFixed(1)} MB`;
}
