import { damaged, type HeaderResult, headerOf } from './pictureHeader.ts';

/**
 * Checks that the top-level boxes fill the file and reads the largest `ispe` size, which is that of the whole picture
 * (grid tiles have smaller ones). Source: ISO/IEC 14496-12 (box), 23008-12 (ispe), from memory.
 */
export function inspectAvif(bytes: Uint8Array): HeaderResult {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let offset = 0;
  let size: { width: number; height: number } | null = null;
  let data = false;
  while (offset + 8 <= bytes.length) {
    const length = view.getUint32(offset);
    const type = name(bytes, offset + 4);
    const end = length === 0 ? bytes.length : offset + length;
    if (length === 1)
      return damaged('bad-structure', 'it uses 64-bit boxes, which no picture of 25 MB needs');
    if (length !== 0 && length < 8) return damaged('bad-structure', `a box of ${length} bytes`);
    if (end > bytes.length) return damaged('cut-short', `the file ends inside its ${type} box`);
    if (type === 'mdat') data = true;
    if (type === 'meta') size = largestExtent(bytes, view, offset, end);
    offset = end;
  }
  // Cut between two boxes, or inside a box's own head.
  if (offset !== bytes.length || !data) return damaged('cut-short', 'the file ends before its picture data');
  return size
    ? headerOf(size.width, size.height, name(bytes, 8) === 'avis')
    : damaged('bad-structure', 'it holds no size');
}

function largestExtent(bytes: Uint8Array, view: DataView, start: number, end: number) {
  let best: { width: number; height: number } | null = null;
  for (let i = start; i + 16 <= end; i++) {
    if (name(bytes, i) !== 'ispe') continue;
    const found = { width: view.getUint32(i + 8), height: view.getUint32(i + 12) };
    if (!best || found.width * found.height > best.width * best.height) best = found;
  }
  return best;
}

function name(bytes: Uint8Array, offset: number): string {
  return String.fromCharCode(...bytes.subarray(offset, offset + 4));
}
