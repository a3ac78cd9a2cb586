import { namesNoDevice } from './colourProfile.ts';
import { inspectWebp } from './inspectWebp.ts';
import { joined } from './joined.ts';

const KEPT: ReadonlySet<string> = new Set(['VP8X', 'ICCP', 'ALPH', 'VP8 ', 'VP8L']);
/** Flags of VP8X that say that EXIF and XMP follow (RFC 9649, 2.7.1). */
const EXIF_AND_XMP = 0x0c;

/** See `withoutParticulars`. Chunks by RFC 9649, 2.3 to 2.7. */
export function webpWithoutParticulars(bytes: Uint8Array): Uint8Array | null {
  const read = inspectWebp(bytes);
  if (!read.ok || read.header.animated || read.header.orientation !== 1) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const end = view.getUint32(4, true) + 8;
  const parts: Uint8Array[] = [];
  for (let at = 12; at + 8 <= end; ) {
    const length = view.getUint32(at + 4, true);
    const next = at + 8 + length + (length & 1);
    const kind = String.fromCharCode(...bytes.subarray(at, at + 4));
    const chunk = bytes.slice(at, Math.min(next, end));
    if (kind === 'ICCP' && !namesNoDevice(chunk.subarray(8, 8 + length))) return null;
    if (kind === 'VP8X') chunk[8] = (chunk[8] as number) & ~EXIF_AND_XMP;
    if (KEPT.has(kind)) parts.push(chunk);
    at = next;
  }
  const body = joined(parts);
  const head = bytes.slice(0, 12);
  new DataView(head.buffer).setUint32(4, body.length + 4, true);
  return joined([head, body]);
}
