import { exifOrientation } from './exifOrientation.ts';
import { startsWithExif } from './inspectJpeg.ts';
import { damaged, type HeaderResult, headerOf } from './pictureHeader.ts';

/** Reads the first chunk of a WebP file and the length it claims. Source: RFC 9649, sections 2.3 to 2.7. */
export function inspectWebp(bytes: Uint8Array): HeaderResult {
  if (bytes.length < 30) return damaged('cut-short', { what: 'ends-inside', part: 'header' });
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (view.getUint32(4, true) + 8 > bytes.length)
    return damaged('cut-short', { what: 'shorter-than-it-says' });
  const kind = String.fromCharCode(...bytes.subarray(12, 16));
  if (kind === 'VP8X')
    return headerOf(
      le24(bytes, 24) + 1,
      le24(bytes, 27) + 1,
      ((bytes[20] as number) & 2) !== 0,
      orientationOf(bytes, view),
    );
  if (kind === 'VP8L') {
    const bits = view.getUint32(21, true);
    return headerOf((bits & 0x3fff) + 1, ((bits >>> 14) & 0x3fff) + 1, false);
  }
  if (kind === 'VP8 ')
    return headerOf(view.getUint16(26, true) & 0x3fff, view.getUint16(28, true) & 0x3fff, false);
  return damaged('bad-structure', { what: 'unknown-part', part: kind });
}

/** Of the EXIF chunk behind the picture data; some programs write "Exif" before its TIFF header, as in JPEG. */
function orientationOf(bytes: Uint8Array, view: DataView): number {
  const end = view.getUint32(4, true) + 8;
  for (let at = 12; at + 8 <= end; ) {
    const length = view.getUint32(at + 4, true);
    if (String.fromCharCode(...bytes.subarray(at, at + 4)) === 'EXIF') {
      const start = at + 8 + (startsWithExif(bytes, at + 8) ? 6 : 0);
      return exifOrientation(bytes, start, Math.min(at + 8 + length, end));
    }
    at += 8 + length + (length & 1);
  }
  return 1;
}

function le24(bytes: Uint8Array, offset: number): number {
  return (
    (bytes[offset] as number) | ((bytes[offset + 1] as number) << 8) | ((bytes[offset + 2] as number) << 16)
  );
}
