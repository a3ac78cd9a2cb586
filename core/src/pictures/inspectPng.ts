import { crc32 } from './crc32.ts';
import { exifOrientation } from './exifOrientation.ts';
import { damaged, type HeaderResult, headerOf } from './pictureHeader.ts';

const SIGNATURE_LENGTH = 8;
/** length, type and CRC of a chunk (W3C PNG 5.3) */
const CHUNK_FRAME = 12;
const IHDR_LENGTH = 13;

/** CRC-32 of a run of bytes. */
export type Checksum = (bytes: Uint8Array, start: number, end: number) => number;

/**
 * Walks all chunks of a PNG: IHDR first, every CRC right, at least one IDAT, IEND reached. Decodes nothing.
 * @param checksum CRC-32 of the bytes from start to end; the platform's own where it has one
 * Source: W3C PNG (Third Edition), sections 5.2 to 5.6, 11.2.
 */
export function inspectPng(bytes: Uint8Array, checksum: Checksum = crc32): HeaderResult {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let offset = SIGNATURE_LENGTH;
  let size: { width: number; height: number } | null = null;
  let animated = false;
  let orientation = 1;
  let data = false;
  while (offset + CHUNK_FRAME <= bytes.length) {
    const length = view.getUint32(offset);
    const type = String.fromCharCode(...bytes.subarray(offset + 4, offset + 8));
    const end = offset + CHUNK_FRAME + length;
    if (end > bytes.length) return damaged('cut-short', { what: 'ends-inside', part: `${type} chunk` });
    if (checksum(bytes, offset + 4, end - 4) !== view.getUint32(end - 4)) {
      return damaged('wrong-crc', { what: 'wrong-checksum', part: `${type} chunk` });
    }
    if (!size) {
      if (type !== 'IHDR' || length !== IHDR_LENGTH)
        return damaged('bad-structure', { what: 'starts-not-with', part: 'IHDR' });
      size = { width: view.getUint32(offset + 8), height: view.getUint32(offset + 12) };
    }
    if (type === 'acTL' && length === 8) animated = view.getUint32(offset + 8) > 1;
    if (type === 'eXIf') orientation = exifOrientation(bytes, offset + 8, end - 4);
    if (type === 'IDAT') data = true;
    if (type === 'IEND') {
      return data
        ? headerOf(size.width, size.height, animated, orientation)
        : damaged('bad-structure', { what: 'lacks', part: 'picture data' });
    }
    offset = end;
  }
  return damaged('cut-short', { what: 'ends-before', part: 'IEND chunk' });
}
