import { type Nothing, type ToldOf, tell } from '../told/told.ts';
import { crc32 } from './crc32.ts';
import { extensionOf, FORMAT_FACTS, type PictureFormat } from './formats.ts';
import { inspectAvif } from './inspectAvif.ts';
import { inspectGif } from './inspectGif.ts';
import { inspectJpeg } from './inspectJpeg.ts';
import { type Checksum, inspectPng } from './inspectPng.ts';
import { inspectWebp } from './inspectWebp.ts';
import { type DamageDetail, type HeaderResult, uprightSize } from './pictureHeader.ts';
import { sniffFormat } from './sniffFormat.ts';

/** 25 MB in the sense of 25 x 1024 x 1024 bytes. */
export const MAX_PICTURE_BYTES = 25 * 1024 * 1024;
/** No decoder, in the browser or on the server, is given more pixels than this: 256 MB as RGBA. */
export const MAX_PICTURE_PIXELS = 64_000_000;

/** Why a file is not taken, with the data of its sentence; the place names the file. */
export interface RefusalData {
  empty: Nothing;
  'too-large': { bytes: number };
  'not-a-picture': Nothing;
  vector: Nothing;
  'format-not-taken': { format: string };
  'cut-short': { format: PictureFormat; detail: DamageDetail };
  'wrong-crc': { format: PictureFormat; detail: DamageDetail };
  'bad-structure': { format: PictureFormat; detail: DamageDetail };
  'too-many-pixels': { width: number; height: number };
  /** its structure is sound, but its pixels cannot be read */
  unreadable: Nothing;
}
export type Refusal = ToldOf<RefusalData>;

/** What has to be said of a picture that is taken. */
export interface NoteData {
  'other-extension': { extension: string; format: PictureFormat };
  'first-frame': Nothing;
}
export type Note = ToldOf<NoteData>;

/** What was accepted, and what has to be said about it. */
export interface Admitted {
  ok: true;
  format: PictureFormat;
  /** of the upright picture */
  width: number;
  height: number;
  notes: Note[];
}

export interface Refused {
  ok: false;
  refusal: Refusal;
}

const INSPECT: Readonly<Record<PictureFormat, (bytes: Uint8Array, checksum: Checksum) => HeaderResult>> = {
  png: inspectPng,
  jpeg: inspectJpeg,
  gif: inspectGif,
  webp: inspectWebp,
  avif: inspectAvif,
};

/** The refusal of a file whose size alone is too much; it need not be read for that. */
export const refuseTooLarge = (bytes: number, file: string): Refused => ({
  ok: false,
  refusal: tell('problem', 'too-large', { bytes }, { file }),
});

/** The refusal of a file whose pixels cannot be read although its structure is sound. */
export const refuseUnreadable = (file: string): Refused => ({
  ok: false,
  refusal: tell('problem', 'unreadable', {}, { file }),
});

/**
 * Decides from the bytes alone whether a picture is taken in. Runs in the browser before anything is kept and again
 * on the server before anything is decoded. A wrong extension is no reason to refuse: the content decides.
 *
 * @param file as the person knows it; for the sentences only
 * @param checksum CRC-32; the platform's own where it has one
 */
export function admitPicture(
  bytes: Uint8Array,
  file: string,
  checksum: Checksum = crc32,
): Admitted | Refused {
  const refuse = (refusal: Refusal): Refused => ({ ok: false, refusal });
  const place = { file };
  if (bytes.length === 0) return refuse(tell('problem', 'empty', {}, place));
  if (bytes.length > MAX_PICTURE_BYTES) return refuseTooLarge(bytes.length, file);
  const format = sniffFormat(bytes);
  if (format === null) return refuse(tell('problem', 'not-a-picture', {}, place));
  if (format === 'svg') return refuse(tell('problem', 'vector', {}, place));
  if (!(format in INSPECT)) return refuse(tell('problem', 'format-not-taken', { format }, place));
  const known = format as PictureFormat;
  const result = INSPECT[known](bytes, checksum);
  if (!result.ok)
    return refuse(tell('problem', result.damage, { format: known, detail: result.detail }, place));
  const { animated } = result.header;
  const { width, height } = uprightSize(result.header);
  if (width * height > MAX_PICTURE_PIXELS)
    return refuse(tell('problem', 'too-many-pixels', { width, height }, place));
  const notes: Note[] = [];
  const extension = extensionOf(file);
  if (extension && !FORMAT_FACTS[known].extensions.includes(extension))
    notes.push(tell('to-check', 'other-extension', { extension, format: known }, place));
  if (animated) notes.push(tell('to-check', 'first-frame', {}, place));
  return { ok: true, format: known, width, height, notes };
}
