import { crc32 } from './crc32.ts';
import { damaged, type HeaderResult, headerOf } from './pictureHeader.ts';

const SIGNATURE_LENGTH = 8;
/** length, type and CRC of a chunk (W3C PNG 5.3) */
const CHUNK_FRAME = 12;
const IHDR_LENGTH = 13;

/**
 * Walks all chunks of a PNG: IHDR first, every CRC right, at least one IDAT, IEND reached. Decodes nothing.
 * Source: W3C PNG (Third Edition), sections 5.2 to 5.6, 11.2.
 */
export function inspectPng(bytes: Uint8Array): HeaderResult {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let offset = SIGNATURE_LENGTH;
  let size: { width: number; height: number } | null = null;
  let animated = false;
  let data = false;
  while (offset + CHUNK_FRAME <= bytes.length) {
    const length = view.getUint32(offset);
    const type = String.fromCharCode(...bytes.subarray(offset + 4, offset + 8));
    const end = offset + CHUNK_FRAME + length;
    if (end > bytes.length) return damaged('cut-short', `the file ends inside its ${type} chunk`);
    if (crc32(bytes, offset + 4, end - 4) !== view.getUint32(end - 4)) {
      return damaged('wrong-crc', `the checksum of its ${type} chunk is wrong`);
    }
    if (!size) {
      if (type !== 'IHDR' || length !== IHDR_LENGTH)
        return damaged('bad-structure', 'it does not start with IHDR');
      size = { width: view.getUint32(offset + 8), height: view.getUint32(offset + 12) };
    }
    if (type === 'acTL' && length === 8) animated = view.getUint32(offset + 8) > 1;
    if (type === 'IDAT') data = true;
    if (type === 'IEND') {
      return data
        ? headerOf(size.width, size.height, animated)
        : damaged('bad-structure', 'it holds no picture data');
    }
    offset = end;
  }
  return damaged('cut-short', 'the file ends before its IEND chunk');
}
