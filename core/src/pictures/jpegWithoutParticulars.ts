import { namesNoDevice } from './colourProfile.ts';
import { exifOrientation } from './exifOrientation.ts';
import { startsWithExif } from './inspectJpeg.ts';
import { joined } from './joined.ts';

const [SOI, EOI, SOS, COM] = [0xd8, 0xd9, 0xda, 0xfe];
const [APP0, APP1, APP2, APP14, APP15] = [0xe0, 0xe1, 0xe2, 0xee, 0xef];
/** "JFIF", zero, version, units and densities: what of APP0 says something about the pixels (T.871, 10.1). */
const JFIF_LENGTH = 14;
/** "ICC_PROFILE", zero, number and count of parts (ICC.1:2022, B.4). */
const ICC_HEAD = 14;

/** See `withoutParticulars`. Segments by ITU-T T.81, Annex B. */
export function jpegWithoutParticulars(bytes: Uint8Array): Uint8Array | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const parts: Uint8Array[] = [];
  const profile: Uint8Array[] = [];
  let orientation = 1;
  let at = 2;
  while (at + 2 <= bytes.length) {
    const marker = bytes[at + 1] as number;
    if (marker === 0xff) {
      at++;
      continue;
    }
    if (marker === EOI) {
      parts.push(bytes.subarray(at, at + 2));
      break;
    }
    const end = at + 2 + view.getUint16(at + 2);
    const segment = bytes.subarray(at, end);
    if (marker === APP0) {
      if (startsWith(segment, 'JFIF\0')) parts.push(withoutPreview(segment));
    } else if (marker === APP1) {
      if (orientation === 1 && startsWithExif(bytes, at + 4))
        orientation = exifOrientation(bytes, at + 10, end);
    } else if (marker === APP2) {
      if (startsWith(segment, 'ICC_PROFILE\0')) {
        profile.push(segment.subarray(4 + ICC_HEAD));
        parts.push(segment);
      }
    } else if (marker === APP14 || !((marker > APP0 && marker <= APP15) || marker === COM))
      parts.push(segment);
    at = end;
    if (marker !== SOS) continue;
    const next = nextMarker(bytes, at);
    parts.push(bytes.subarray(at, next));
    at = next;
  }
  if (profile.length > 0 && !namesNoDevice(joined(profile))) return null;
  const start = Uint8Array.of(0xff, SOI);
  // Readers take Exif before JFIF as well as behind it.
  return joined(orientation === 1 ? [start, ...parts] : [start, exifWithOrientation(orientation), ...parts]);
}

function startsWith(segment: Uint8Array, text: string): boolean {
  return [...text].every((letter, i) => segment[4 + i] === letter.charCodeAt(0));
}

function withoutPreview(segment: Uint8Array): Uint8Array {
  const short = segment.slice(0, 4 + JFIF_LENGTH);
  short[3] = JFIF_LENGTH + 2;
  short[2] = 0;
  short[4 + 12] = 0;
  short[4 + 13] = 0;
  return short;
}

/** The end of entropy-coded data; stuffed zeros and restart markers belong to it (B.1.1.5). */
function nextMarker(bytes: Uint8Array, start: number): number {
  for (let i = start; i + 1 < bytes.length; i++) {
    if (bytes[i] !== 0xff) continue;
    const next = bytes[i + 1] as number;
    if (next !== 0 && next !== 0xff && !(next >= 0xd0 && next <= 0xd7)) return i;
  }
  return bytes.length;
}

/** An APP1 segment whose one entry is the orientation. */
function exifWithOrientation(orientation: number): Uint8Array {
  return Uint8Array.from([
    ...[0xff, APP1, 0, 34, 0x45, 0x78, 0x69, 0x66, 0, 0],
    ...[0x4d, 0x4d, 0, 42, 0, 0, 0, 8, 0, 1],
    ...[0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, orientation, 0, 0],
    ...[0, 0, 0, 0],
  ]);
}
