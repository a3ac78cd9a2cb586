/**
 * SHA-256 (FIPS 180-4) of bytes, by the browser itself; without HTTPS, where browsers keep that from pages, by a library.
 * @returns 32 bytes
 */
export async function sha256(bytes: BufferSource): Promise<Uint8Array> {
  if (crypto.subtle) return new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  const { sha256: hashed } = await import('@noble/hashes/sha2.js');
  return hashed(
    ArrayBuffer.isView(bytes)
      ? new Uint8Array(bytes.buffer, bytes.byteOffset, bytes.byteLength)
      : new Uint8Array(bytes),
  );
}

/** The same in hexadecimal. */
export async function sha256Hex(bytes: BufferSource): Promise<string> {
  return [...(await sha256(bytes))].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}
