import { crc32 } from './crc32.ts';
import type { PictureFormat } from './formats.ts';
import { joined } from './joined.ts';
import type { Sniffed } from './sniffFormat.ts';

/** Pixels of a screen for each inch where nobody says otherwise: the reference pixel (W3C CSS Values 4, 6.2). */
export const USUAL_RESOLUTION = 96;
const INCH = 0.0254;
/** What lies outside is a slip of whatever wrote it. */
const [LEAST, MOST] = [10, 10_000];

/**
 * A picture with its physical resolution written into it: PNG by pHYs (W3C PNG, Third Edition, 11.3.4.3), JPEG by JFIF
 * (ITU-T T.871, 10.1). Other formats have no place for it and stay as they are.
 *
 * @param bytes of a picture of that format
 * @param pixelsPerInch 10 to 10,000
 */
export function withResolution(bytes: Uint8Array, format: PictureFormat, pixelsPerInch: number): Uint8Array {
  const there = format === 'png' ? placeInPng(bytes) : format === 'jpeg' ? placeInJpeg(bytes) : null;
  if (!there) return bytes;
  const said = Math.min(MOST, Math.max(LEAST, pixelsPerInch));
  const segment = format === 'png' ? physChunk(said) : jfifSegment(said, bytes.subarray(...there));
  return joined([bytes.subarray(0, there[0]), segment, bytes.subarray(there[1])]);
}

/**
 * The resolution that is written in a picture, in pixels for each inch; null where it says none that can be meant. Exif
 * is not asked: cameras write 72 there, whatever they see.
 */
export function resolutionIn(bytes: Uint8Array, format: Sniffed | null): number | null {
  const there = format === 'png' ? placeInPng(bytes) : format === 'jpeg' ? placeInJpeg(bytes) : null;
  if (!there || there[0] === there[1]) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset + there[0], there[1] - there[0]);
  // The third unit of JFIF is the centimetre; the unit 0 says a ratio only, in both.
  const unit = format === 'png' ? view.getUint8(16) * INCH : ([0, 1, 2.54][view.getUint8(11)] ?? 0);
  const found = unit * (format === 'png' ? view.getUint32(8) : view.getUint16(12));
  return found >= LEAST && found <= MOST ? found : null;
}

/** Where the bytes of something are, or should come: then both are the same. */
type Place = [from: number, to: number];

function placeInPng(bytes: Uint8Array): Place | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let place: Place | null = null;
  for (let at = 8; at + 12 <= bytes.length; ) {
    const end = at + 12 + view.getUint32(at);
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (type === 'pHYs' && end - at === PHYS_LENGTH) return [at, end];
    // It comes before the pixels, and where it may, right behind the head.
    if (type === 'IHDR') place = [end, end];
    if (type === 'IDAT') break;
    at = end;
  }
  return place;
}

const PHYS_LENGTH = 21;

function physChunk(pixelsPerInch: number): Uint8Array {
  const chunk = new Uint8Array(PHYS_LENGTH);
  const view = new DataView(chunk.buffer);
  view.setUint32(0, 9);
  chunk.set(
    [...'pHYs'].map((letter) => letter.charCodeAt(0)),
    4,
  );
  const perMetre = Math.round(pixelsPerInch / INCH);
  view.setUint32(8, perMetre);
  view.setUint32(12, perMetre);
  view.setUint8(16, 1);
  view.setUint32(17, crc32(chunk.subarray(4, 17)));
  return chunk;
}

function placeInJpeg(bytes: Uint8Array): Place {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 2; at + 4 <= bytes.length && bytes[at] === 0xff; ) {
    const [marker, end] = [bytes[at + 1] as number, at + 2 + view.getUint16(at + 2)];
    if (marker === 0xe0 && String.fromCharCode(...bytes.subarray(at + 4, at + 9)) === 'JFIF\0')
      return [at, end];
    if (marker === 0xda) break;
    at = end;
  }
  return [2, 2];
}

/** @param there the segment that is there, or nothing */
function jfifSegment(pixelsPerInch: number, there: Uint8Array): Uint8Array {
  const segment =
    there.length > 0
      ? there.slice()
      : Uint8Array.from([0xff, 0xe0, 0, 16, 0x4a, 0x46, 0x49, 0x46, 0, 1, 2, 1, 0, 0, 0, 0, 0, 0]);
  const view = new DataView(segment.buffer);
  view.setUint8(11, 1);
  view.setUint16(12, Math.round(pixelsPerInch));
  view.setUint16(14, Math.round(pixelsPerInch));
  return segment;
}
