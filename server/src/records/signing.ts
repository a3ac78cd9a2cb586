import { CaptureRecord, type SharedRecord, type SignedReceipt } from '@nachweis/contract';
import {
  CompactSign,
  calculateJwkThumbprint,
  compactVerify,
  exportJWK,
  generateKeyPair,
  importJWK,
  type JWK,
} from 'jose';
import type { Db } from '../db/database.ts';

/** ECDSA with P-256 and SHA-256 (RFC 7518, 3.4): every verifier knows it. */
const ALGORITHM = 'ES256';

/** Signs records of captures and receipts with the server's own key. */
export interface Signing {
  /** @param type says in the head what it is @returns a compact JWS (RFC 7515, 7.1) */
  sign(payload: CaptureRecord | SharedRecord | SignedReceipt, type?: string): Promise<string>;
  /** Public keys, as a JSON Web Key Set. */
  keys(): { keys: Array<Record<string, string>> };
}

/** Opens the server's key, made once and kept in the database, so that a backup holds it too. */
export async function openSigning(db: Db, now: () => Date): Promise<Signing> {
  const kept = await db.selectFrom('signing_keys').selectAll().orderBy('created_at').executeTakeFirst();
  const jwk: JWK = kept ? (JSON.parse(kept.jwk) as JWK) : await makeKey();
  const id = kept?.id ?? (await calculateJwkThumbprint(jwk));
  if (!kept) {
    await db
      .insertInto('signing_keys')
      .values({ id, jwk: JSON.stringify(jwk), created_at: now().toISOString() })
      .execute();
  }
  const key = await importJWK(jwk, ALGORITHM);
  const { kty = '', crv = '', x = '', y = '' } = jwk;
  const publicKey = { kty, crv, x, y, kid: id, alg: ALGORITHM, use: 'sig' };
  return {
    sign: (payload, type = 'nachweis-capture+jws') =>
      new CompactSign(new TextEncoder().encode(JSON.stringify(payload)))
        .setProtectedHeader({ alg: ALGORITHM, kid: id, typ: type })
        .sign(key),
    keys: () => ({ keys: [publicKey] }),
  };
}

async function makeKey(): Promise<JWK> {
  const { privateKey } = await generateKeyPair(ALGORITHM, { extractable: true });
  return exportJWK(privateKey);
}

/** Reads a signed record with one of the public keys. @returns null when the signature or the record is not right */
export async function readSigned(
  jws: string,
  keys: ReadonlyArray<Record<string, string>>,
): Promise<CaptureRecord | null> {
  for (const jwk of keys) {
    try {
      const { payload } = await compactVerify(jws, await importJWK(jwk as JWK, ALGORITHM), {
        algorithms: [ALGORITHM],
      });
      return CaptureRecord.parse(JSON.parse(new TextDecoder().decode(payload)));
    } catch {
      // Another key may fit.
    }
  }
  return null;
}
