import { damaged, type HeaderResult, headerOf } from './pictureHeader.ts';

/** Reads the first chunk of a WebP file and the length it claims. Source: RFC 9649, sections 2.3 to 2.7. */
export function inspectWebp(bytes: Uint8Array): HeaderResult {
  if (bytes.length < 30) return damaged('cut-short', 'the file ends inside its header');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (view.getUint32(4, true) + 8 > bytes.length)
    return damaged('cut-short', 'the file is shorter than it says');
  const kind = String.fromCharCode(...bytes.subarray(12, 16));
  if (kind === 'VP8X')
    return headerOf(le24(bytes, 24) + 1, le24(bytes, 27) + 1, ((bytes[20] as number) & 2) !== 0);
  if (kind === 'VP8L') {
    const bits = view.getUint32(21, true);
    return headerOf((bits & 0x3fff) + 1, ((bits >>> 14) & 0x3fff) + 1, false);
  }
  if (kind === 'VP8 ')
    return headerOf(view.getUint16(26, true) & 0x3fff, view.getUint16(28, true) & 0x3fff, false);
  return damaged('bad-structure', `an unknown first chunk "${kind}"`);
}

function le24(bytes: Uint8Array, offset: number): number {
  return (
    (bytes[offset] as number) | ((bytes[offset + 1] as number) << 8) | ((bytes[offset + 2] as number) << 16)
  );
}
