import { CaptureRecord } from '@nachweis/contract';
import { callApi } from '../api/callApi.ts';

/** What a record says, and whether its signature is the server's. */
export interface ReadRecord {
  record: CaptureRecord;
  /** null where the browser cannot check it: it needs a secure address for that */
  genuine: boolean | null;
}

const bytesOf = (base64url: string) =>
  Uint8Array.from(atob(base64url.replaceAll('-', '+').replaceAll('_', '/')), (c) => c.charCodeAt(0));

/** Reads a record and checks its signature with the server's public keys (RFC 7515, ES256). @returns null for none */
export async function readRecord(jws: string): Promise<ReadRecord | null> {
  const [head = '', payload = '', signature = ''] = jws.split('.');
  if (!payload) return null;
  const record = CaptureRecord.parse(JSON.parse(new TextDecoder().decode(bytesOf(payload))));
  if (!globalThis.crypto.subtle) return { record, genuine: null };
  const { keys } = await callApi('signingKeys', {});
  const signed = new TextEncoder().encode(`${head}.${payload}`);
  for (const jwk of keys) {
    const curve = { name: 'ECDSA', namedCurve: 'P-256' };
    const key = await crypto.subtle.importKey('jwk', jwk, curve, false, ['verify']);
    const how = { name: 'ECDSA', hash: 'SHA-256' };
    if (await crypto.subtle.verify(how, key, bytesOf(signature), signed)) return { record, genuine: true };
  }
  return { record, genuine: false };
}
