import { exifOrientation } from './exifOrientation.ts';
import { damaged, type HeaderResult, headerOf } from './pictureHeader.ts';

const SOI = 0xd8;
const EOI = 0xd9;
const SOS = 0xda;
const APP1 = 0xe1;
const isFrameHeader = (m: number) => m >= 0xc0 && m <= 0xcf && m !== 0xc4 && m !== 0xc8 && m !== 0xcc;
const standsAlone = (m: number) => m === 0x01 || (m >= 0xd0 && m <= SOI);

/**
 * Walks the marker segments of a JPEG to its end-of-image marker and reads the frame's size.
 * What follows the end marker (some cameras add a second picture there) is left alone. Source: ITU-T T.81, Annex B.
 */
export function inspectJpeg(bytes: Uint8Array): HeaderResult {
  let offset = 2;
  let size: { width: number; height: number } | null = null;
  let orientation = 1;
  while (offset < bytes.length) {
    if (bytes[offset] !== 0xff) return damaged('bad-structure', { what: 'no-marker', at: offset });
    const marker = bytes[offset + 1];
    if (marker === undefined) break;
    if (marker === 0xff) {
      offset += 1; // fill byte, B.1.1.2
      continue;
    }
    if (marker === EOI)
      return size
        ? headerOf(size.width, size.height, false, orientation)
        : damaged('bad-structure', { what: 'lacks', part: 'frame' });
    offset += 2;
    if (standsAlone(marker)) continue;
    if (offset + 2 > bytes.length) break;
    const length = word(bytes, offset);
    if (length < 2)
      return damaged('bad-structure', { what: 'wrong-length', part: 'segment', length, at: offset });
    if (offset + length > bytes.length) break;
    if (isFrameHeader(marker) && !size)
      size = { height: word(bytes, offset + 3), width: word(bytes, offset + 5) };
    if (marker === APP1 && orientation === 1 && startsWithExif(bytes, offset + 2))
      orientation = exifOrientation(bytes, offset + 8, offset + length);
    offset += length;
    if (marker === SOS) offset = skipEntropyData(bytes, offset);
  }
  return damaged('cut-short', { what: 'ends-before', part: 'end-of-image marker' });
}

/** Stuffed zero bytes and restart markers belong to the entropy-coded data (B.1.1.5, F.1.2.3). */
function skipEntropyData(bytes: Uint8Array, start: number): number {
  for (let i = start; i + 1 < bytes.length; i++) {
    if (bytes[i] !== 0xff) continue;
    const next = bytes[i + 1] as number;
    if (next !== 0 && next !== 0xff && !(next >= 0xd0 && next <= 0xd7)) return i;
  }
  return bytes.length;
}

/** "Exif" and two zero bytes stand before the block (Exif 2.32, 4.7.2). */
export function startsWithExif(bytes: Uint8Array, at: number): boolean {
  return [0x45, 0x78, 0x69, 0x66, 0, 0].every((byte, i) => bytes[at + i] === byte);
}

function word(bytes: Uint8Array, offset: number): number {
  return ((bytes[offset] as number) << 8) | (bytes[offset + 1] ?? 0);
}
