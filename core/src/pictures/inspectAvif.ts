import { damaged, type HeaderResult, headerOf } from './pictureHeader.ts';

/**
 * Checks that the top-level boxes fill the file and reads the largest `ispe` size, which is that of the whole picture
 * (grid tiles have smaller ones). Source: ISO/IEC 14496-12 (box), 23008-12 (ispe), from memory.
 */
export function inspectAvif(bytes: Uint8Array): HeaderResult {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let offset = 0;
  let size: Extent | null = null;
  let data = false;
  while (offset + 8 <= bytes.length) {
    const length = view.getUint32(offset);
    const type = name(bytes, offset + 4);
    const end = length === 0 ? bytes.length : offset + length;
    if (length === 1) return damaged('bad-structure', { what: 'wide-boxes' });
    if (length !== 0 && length < 8)
      return damaged('bad-structure', { what: 'wrong-length', part: 'box', length, at: offset });
    if (end > bytes.length) return damaged('cut-short', { what: 'ends-inside', part: `${type} box` });
    if (type === 'mdat') data = true;
    if (type === 'meta') size = largestExtent(bytes, view, offset, end);
    offset = end;
  }
  // Cut between two boxes, or inside a box's own head.
  if (offset !== bytes.length || !data)
    return damaged('cut-short', { what: 'ends-before', part: 'picture data' });
  return size
    ? headerOf(size.width, size.height, name(bytes, 8) === 'avis', size.turned ? 6 : 1)
    : damaged('bad-structure', { what: 'lacks', part: 'size' });
}

interface Extent {
  width: number;
  height: number;
  /** an `irot` property turns it by a quarter (23008-12, 6.5.10) */
  turned: boolean;
}

function largestExtent(bytes: Uint8Array, view: DataView, start: number, end: number): Extent | null {
  let best: Extent | null = null;
  let turned = false;
  for (let i = start; i + 5 <= end; i++) {
    const kind = name(bytes, i);
    if (kind === 'irot') turned = ((bytes[i + 4] as number) & 1) === 1;
    if (kind !== 'ispe' || i + 16 > end) continue;
    const [width, height] = [view.getUint32(i + 8), view.getUint32(i + 12)];
    if (!best || width * height > best.width * best.height) best = { width, height, turned: false };
  }
  return best && { ...best, turned };
}

function name(bytes: Uint8Array, offset: number): string {
  return String.fromCharCode(...bytes.subarray(offset, offset + 4));
}
