import type { Size } from '../geometry/box.ts';
import { sniffFormat } from './sniffFormat.ts';

/** As many bytes as hold a PNG's signature and the sizes in its IHDR (W3C PNG 5.2, 11.2.1). */
export const PNG_HEAD_BYTES = 24;

/** The size a PNG claims, from its first bytes alone; null for anything else. What it claims may still be a lie. */
export function pngHeaderSize(head: Uint8Array): Size | null {
  if (head.length < PNG_HEAD_BYTES || sniffFormat(head) !== 'png') return null;
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  return { width: view.getUint32(16), height: view.getUint32(20) };
}
