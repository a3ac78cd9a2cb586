import { createHash } from 'node:crypto';

/** SHA-256 (FIPS 180-4) as 64 lower-case hexadecimal digits. */
export function sha256Of(bytes: Uint8Array | string): string {
  return createHash('sha256').update(bytes).digest('hex');
}
