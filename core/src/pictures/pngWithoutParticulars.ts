import { unzlibSync } from 'fflate';
import { namesNoDevice } from './colourProfile.ts';
import { exifOrientation } from './exifOrientation.ts';
import { joined } from './joined.ts';

/** Chunks that say how the pixels look (W3C PNG, Third Edition, 11.2 and 11.3); of an animation, the still picture. */
const KEPT: ReadonlySet<string> = new Set(
  'IHDR PLTE IDAT IEND tRNS cHRM gAMA sBIT sRGB cICP bKGD pHYs iCCP'.split(' '),
);
const SIGNATURE_LENGTH = 8;

/** See `withoutParticulars`. */
export function pngWithoutParticulars(bytes: Uint8Array): Uint8Array | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const parts = [bytes.subarray(0, SIGNATURE_LENGTH)];
  for (let at = SIGNATURE_LENGTH; at + 12 <= bytes.length; ) {
    const end = at + 12 + view.getUint32(at);
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (type === 'eXIf' && exifOrientation(bytes, at + 8, end - 4) !== 1) return null;
    if (type === 'iCCP' && !profileIsKnown(bytes.subarray(at + 8, end - 4))) return null;
    if (KEPT.has(type)) parts.push(bytes.subarray(at, end));
    if (type === 'IEND') break;
    at = end;
  }
  return joined(parts);
}

/** An iCCP chunk is a name, a zero, the method and the packed profile (11.3.2.3). The name may be a device's too. */
function profileIsKnown(data: Uint8Array): boolean {
  const zero = data.indexOf(0);
  if (zero < 1) return false;
  try {
    return namesNoDevice(unzlibSync(data.subarray(zero + 2), { out: new Uint8Array(MOST_PROFILE) }));
  } catch {
    return false;
  }
}

/** Profiles of colour spaces are a few kilobytes. */
const MOST_PROFILE = 64 * 1024;
