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
import type { Db, DbOrTrx } from '../db/database.ts';

/** ECDSA with P-256 and SHA-256 (RFC 7518, 3.4): every verifier knows it. */
const ALGORITHM = 'ES256';

/** Signs records of captures and receipts with the server's own key. */
export interface Signing {
  /** @param type says in the head what it is @returns a compact JWS (RFC 7515, 7.1) */
  sign(payload: CaptureRecord | SharedRecord | SignedReceipt, type?: string): Promise<string>;
  /** Public keys, the newest first, as a JSON Web Key Set; what an earlier one signed is checked with that. */
  keys(): Promise<{ keys: Array<Record<string, string>> }>;
}

interface Key {
  id: string;
  jwk: JWK;
}

/**
 * Opens the server's keys, kept in the database, so that a backup holds them too. The first one is made here. The one
 * that signs is read once: what is signed inside a transaction must not ask the database beside it.
 */
export async function openSigning(db: Db, now: () => Date): Promise<Signing> {
  if (!(await signingKey(db))) await addKey(db, now);
  const own = await signingKey(db);
  if (!own) throw new Error('There is no key to sign with.');
  const key = await importJWK(own.jwk, ALGORITHM);
  return {
    sign: (payload, type = 'nachweis-capture+jws') =>
      new CompactSign(new TextEncoder().encode(JSON.stringify(payload)))
        .setProtectedHeader({ alg: ALGORITHM, kid: own.id, typ: type })
        .sign(key),
    async keys() {
      return { keys: (await readKeys(db)).map(publicKey) };
    },
  };
}

/**
 * Makes another key, which signs everything from the next start on. Of the ones before only the public part stays: nobody can sign
 * with them any more, not with an old backup's help either where the key was changed because of it, and all that they
 * have signed can still be checked.
 * @returns its id, the thumbprint of RFC 7638
 */
export const addKey = (db: Db, now: () => Date): Promise<string> =>
  db.transaction().execute(async (trx) => {
    for (const {
      id,
      jwk: { d: _secret, ...open },
    } of await readKeys(trx))
      await trx
        .updateTable('signing_keys')
        .set({ jwk: JSON.stringify(open) })
        .where('id', '=', id)
        .execute();
    const jwk = await makeKey();
    const id = await calculateJwkThumbprint(jwk);
    await trx
      .insertInto('signing_keys')
      .values({ id, jwk: JSON.stringify(jwk), created_at: now().toISOString() })
      .execute();
    return id;
  });

/** All of them, the newest first. */
async function readKeys(db: DbOrTrx): Promise<Key[]> {
  const rows = await db
    .selectFrom('signing_keys')
    .select(['id', 'jwk'])
    .orderBy('created_at', 'desc')
    .execute();
  return rows.map(({ id, jwk }) => ({ id, jwk: JSON.parse(jwk) as JWK }));
}

/** The only one that has its secret part still: clocks may be set back, and tell nothing of which one it is. */
const signingKey = async (db: DbOrTrx): Promise<Key | undefined> =>
  (await readKeys(db)).find(({ jwk }) => jwk.d !== undefined);

function publicKey({ id, jwk }: Key): Record<string, string> {
  const { kty = '', crv = '', x = '', y = '' } = jwk;
  return { kty, crv, x, y, kid: id, alg: ALGORITHM, use: 'sig' };
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
