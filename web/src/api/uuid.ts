/**
 * @param bytes 16 of them; those of the version and the variant are written over
 * @param version 4 of random bytes, 8 of bytes that mean something (RFC 9562, 5.4 and 5.8)
 */
export function uuidOf(bytes: Uint8Array, version: 4 | 8): string {
  const own = Uint8Array.from(bytes);
  own[6] = ((own[6] ?? 0) & 0x0f) | (version << 4);
  own[8] = ((own[8] ?? 0) & 0x3f) | 0x80;
  const hex = [...own].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}

/**
 * Browsers give `crypto.randomUUID` to pages over HTTPS only, random bytes to all: where a server is tried without
 * HTTPS, a page makes it of them.
 */
export function provideRandomUuid(): void {
  if ('randomUUID' in crypto) return;
  const randomUUID = () => uuidOf(crypto.getRandomValues(new Uint8Array(16)), 4);
  Object.defineProperty(crypto, 'randomUUID', { value: randomUUID });
}
