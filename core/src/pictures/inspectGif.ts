import { damaged, type HeaderResult, headerOf } from './pictureHeader.ts';

const IMAGE = 0x2c;
const EXTENSION = 0x21;
const TRAILER = 0x3b;

/** Walks the blocks of a GIF and counts its pictures. Source: GIF89a specification, sections 18 to 27. */
export function inspectGif(bytes: Uint8Array): HeaderResult {
  if (bytes.length < 13) return damaged('cut-short', { what: 'ends-inside', part: 'header' });
  const width = le16(bytes, 6);
  const height = le16(bytes, 8);
  let offset = 13 + tableLength(bytes[10] as number);
  let pictures = 0;
  while (offset < bytes.length) {
    const kind = bytes[offset];
    if (kind === TRAILER) break;
    if (kind === EXTENSION) offset = skipSubBlocks(bytes, offset + 2);
    else if (kind === IMAGE) {
      pictures++;
      offset = skipSubBlocks(bytes, offset + 10 + tableLength(bytes[offset + 9] ?? 0) + 1);
    } else return damaged('bad-structure', { what: 'unknown-block', at: offset });
  }
  if (offset >= bytes.length) return damaged('cut-short', { what: 'ends-before', part: 'trailer' });
  return pictures > 0
    ? headerOf(width, height, pictures > 1)
    : damaged('bad-structure', { what: 'lacks', part: 'picture' });
}

const tableLength = (flags: number) => (flags & 0x80 ? 3 * 2 ** ((flags & 7) + 1) : 0);

function skipSubBlocks(bytes: Uint8Array, start: number): number {
  let offset = start;
  while (offset < bytes.length) {
    const length = bytes[offset] as number;
    offset += 1 + length;
    if (length === 0) return offset;
  }
  return bytes.length;
}

function le16(bytes: Uint8Array, offset: number): number {
  return (bytes[offset] as number) | ((bytes[offset + 1] as number) << 8);
}
