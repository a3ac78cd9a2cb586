import { CaptureRecord, SHARED_RECORD_TYPE, type SharedRecord } from '@nachweis/contract';
import { sha256Of } from '../blobs/hash.ts';
import type { Signing } from './signing.ts';

/**
 * The record of a capture as others get it. Its hash is salted: a bare one would let short things that were framed away
 * or hidden, such as a password, be guessed. Where something is hidden, what the source and the document were called is
 * left out, too.
 *
 * @param jws as it was signed for the owner; empty for captures from before there were records
 * @returns a compact JWS of a SharedRecord; empty where there is no record
 */
export async function shareRecord(
  signing: Signing,
  { jws, salt, hides }: { jws: string; salt: string; hides: boolean },
): Promise<string> {
  const payload = jws.split('.')[1];
  if (!payload || !salt) return '';
  const record = CaptureRecord.safeParse(JSON.parse(Buffer.from(payload, 'base64url').toString('utf8')));
  if (!record.success) return '';
  const { sha256, bytes: _, label, document, ...rest } = record.data;
  const shared: SharedRecord = {
    ...rest,
    label: hides ? '' : label,
    document: hides ? '' : document,
    salted: saltedHash(salt, sha256),
  };
  return signing.sign(shared, SHARED_RECORD_TYPE);
}

/** SHA-256 of the salt and the hash of the bytes, both in hexadecimal, one after the other. */
export const saltedHash = (salt: string, sha256: string): string => sha256Of(salt + sha256);
