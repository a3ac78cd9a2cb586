import { joined } from './joined.ts';

const [IMAGE, EXTENSION, TRAILER, GRAPHIC_CONTROL] = [0x2c, 0x21, 0x3b, 0xf9];

/** See `withoutParticulars`. Comments, texts and applications' own blocks go (GIF89a, sections 23 to 26). */
export function gifWithoutParticulars(bytes: Uint8Array): Uint8Array | null {
  const start = 13 + tableLength(bytes[10] as number);
  const parts = [bytes.subarray(0, start)];
  let pictures = 0;
  for (let at = start; at < bytes.length && bytes[at] !== TRAILER; ) {
    const isImage = bytes[at] === IMAGE;
    const end = endOfBlocks(bytes, isImage ? at + 11 + tableLength(bytes[at + 9] as number) : at + 2);
    if (isImage) pictures++;
    if (pictures > 1) return null;
    if (isImage || (bytes[at] === EXTENSION && bytes[at + 1] === GRAPHIC_CONTROL))
      parts.push(bytes.subarray(at, end));
    at = end;
  }
  return joined([...parts, Uint8Array.of(TRAILER)]);
}

const tableLength = (flags: number) => (flags & 0x80 ? 3 * 2 ** ((flags & 7) + 1) : 0);

function endOfBlocks(bytes: Uint8Array, start: number): number {
  let at = start;
  while (at < bytes.length && bytes[at] !== 0) at += 1 + (bytes[at] as number);
  return at + 1;
}
