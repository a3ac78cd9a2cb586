import type { Told } from '@nachweis/contract';
import {
  type DamageDetail,
  type FindingData,
  FORMAT_FACTS,
  MAX_PICTURE_PIXELS,
  type NoteData,
  type Place,
  type RefusalData,
} from '@nachweis/core';
import type { DocumentNoteData, DocumentRefusalData } from '@nachweis/core/documents';
import { notRead, shapes, sizes, tooLarge } from './asked.ts';
import { listed } from './listed.ts';

/** A sentence for each code of a family, made of its data. */
export type Words<M> = { [C in keyof M]: (data: M[C], place: Place) => string };

const LONGEST_SHOWN = 60;
const file = ({ file: name }: Place, without = 'The picture') => {
  const shown = name || without;
  return `“${shown.length > LONGEST_SHOWN ? `${shown.slice(0, LONGEST_SHOWN - 1)}…` : shown}”`;
};

const FINDINGS: Words<FindingData> = {
  damaged: () => 'The picture is damaged: its pixels cannot be read.',
  'all-black': () => 'The picture is all black. Protected video and a failed grab look like this.',
  'one-colour': () => 'The picture is one flat colour; nothing is to be seen.',
  'nearly-blank': () => 'The picture is nearly blank.',
  'black-area': () =>
    'A large part of the picture is plain black. Video that is protected comes out like this.',
  'several-displays': ({ count }) => `${count} displays seem to be in the picture. Is one of them enough?`,
  'too-small': (data) => sizes(data),
  'wrong-shape': (data) => shapes(data),
  'file-too-large': (data) => tooLarge(data),
  blurred: () => 'The picture is blurred; its text may not be readable.',
  'same-as': ({ as }) => `It shows exactly what ${as} shows.`,
  'same-pixels': ({ others }) =>
    `Pixel for pixel, in another file, this picture was also handed in by ${listed(others)}.`,
  'same-picture': ({ others }) => `Exactly this picture was also handed in by ${listed(others)}.`,
  'words-not-read': ({ words }) => notRead(words),
  'words-being-read': () => 'The words in it are still being read by the machine.',
  'not-pinned': ({ letters }) => `Not pinned here: ${letters.join(', ')}.`,
  'nothing-found': ({ width, height }) => `${width} x ${height} pixels, not blank, not blurred.`,
};

const NOTES: Words<NoteData> = {
  'other-extension': ({ extension, format }, place) =>
    `${file(place)} ends in .${extension} but is a ${FORMAT_FACTS[format].label}; it was taken as ${FORMAT_FACTS[format].label}.`,
  'first-frame': (_, place) => `${file(place)} is animated; its first frame was taken.`,
};

function damage(detail: DamageDetail): string {
  switch (detail.what) {
    case 'ends-inside':
      return `the file ends inside its ${detail.part}`;
    case 'ends-before':
      return `the file ends before its ${detail.part}`;
    case 'wrong-checksum':
      return `the checksum of its ${detail.part} is wrong`;
    case 'lacks':
      return `it holds no ${detail.part}`;
    case 'starts-not-with':
      return `it does not start with ${detail.part}`;
    case 'unknown-part':
      return `an unknown first chunk "${detail.part}"`;
    case 'no-marker':
      return `no marker at byte ${detail.at}`;
    case 'unknown-block':
      return `an unknown block at byte ${detail.at}`;
    case 'wrong-length':
      return `a ${detail.part} of ${detail.length} bytes`;
    case 'shorter-than-it-says':
      return 'the file is shorter than it says';
    case 'wide-boxes':
      return 'it uses 64-bit boxes, which no picture of 25 MB needs';
    case 'no-size':
      return `its header gives the size ${detail.width} x ${detail.height}`;
  }
}

const again = 'Save it again from the program it came from and add the new file.';
const damagedFile: Words<RefusalData>['bad-structure'] = ({ format, detail }, place) =>
  `${file(place)} is a damaged ${FORMAT_FACTS[format].label}: ${damage(detail)}. ${again}`;

const REFUSALS: Words<RefusalData> = {
  empty: (_, place) => `${file(place)} has no content (0 bytes). Save it again and add the new file.`,
  'too-large': ({ bytes }, place) =>
    `${file(place)} has ${(bytes / 1024 / 1024).toFixed(1)} MB; at most 25 MB are taken. Save a smaller part of the screen, or save it as PNG or JPEG.`,
  'not-a-picture': (_, place) =>
    `${file(place)} is not a picture. Add a PNG, JPEG, GIF, WebP or AVIF file, or capture the screen here.`,
  vector: (_, place) =>
    `${file(place)} is a vector drawing (SVG), which shows no captured screen. Capture the screen or save it as PNG.`,
  'format-not-taken': ({ format }, place) =>
    `${file(place)} is a ${format.toUpperCase()} file, which is not taken. Save it as PNG and add that file.`,
  'cut-short': (_, place) =>
    `${file(place)} is not complete: its end is missing. Copy or save it again and add the new file.`,
  'wrong-crc': damagedFile,
  'bad-structure': damagedFile,
  'too-many-pixels': ({ width, height }, place) =>
    `${file(place)} claims ${width} x ${height} pixels; at most ${MAX_PICTURE_PIXELS / 1e6} million are taken. Capture a smaller part and add that.`,
  unreadable: (_, place) => `${file(place)} is damaged: its pixels cannot be read. ${again}`,
};

const DOCUMENT_REFUSALS: Words<DocumentRefusalData> = {
  protected: (_, place) =>
    `${file(place)} is protected by a password. Open it, save a copy without the password, and add the copy.`,
  broken: (_, place) =>
    `${file(place)} is damaged or not complete; no picture in it can be read. Save it again from the program it came from.`,
  'no-pictures': (_, place) =>
    `${file(place)} holds no picture. Copy the picture in its program and paste it here.`,
  'not-a-document': (_, place) =>
    `${file(place)} is no document that pictures can be taken from: those are .docx, .odt, .pptx, .odp and .pdf.`,
};

const DOCUMENT_NOTES: Words<DocumentNoteData> = {
  'drawings-left-out': () => 'Drawings (EMF, WMF, SVG) in it are not pictures of a screen and are left out.',
  'picture-too-large': ({ page, width, height }) =>
    `A picture on page ${page} has too many pixels (${width} × ${height}) and is left out.`,
  'document-damaged': () => 'The document is damaged; there may be more pictures in it than are listed.',
};

const ALL = {
  ...FINDINGS,
  ...NOTES,
  ...REFUSALS,
  ...DOCUMENT_REFUSALS,
  ...DOCUMENT_NOTES,
} as unknown as Readonly<Record<string, ((data: unknown, place: Place) => string) | undefined>>;

/** The sentence of whatever a check or a rule told; what was stored as a sentence before codes were stays one. */
export function sentence(told: Told | { code: string; place: Place; data: unknown } | string): string {
  if (typeof told === 'string') return told;
  const words = ALL[told.code];
  return words ? words(told.data, told.place) : `A newer version of this page can say more (${told.code}).`;
}
