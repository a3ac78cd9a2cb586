/** Reflected polynomial of ISO 3309 / ITU-T V.42, as PNG (Annex D) and RFC 1952 use it. */
const POLYNOMIAL = 0xedb88320;

const TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? POLYNOMIAL ^ (c >>> 1) : c >>> 1;
  return c >>> 0;
});

/** CRC-32 of a run of bytes, as an unsigned 32-bit number. */
export function crc32(bytes: Uint8Array, start = 0, end = bytes.length): number {
  let c = 0xffffffff;
  for (let i = start; i < end; i++) c = (TABLE[(c ^ (bytes[i] as number)) & 0xff] as number) ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}
