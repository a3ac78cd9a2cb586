/** A key as a JSON Web Key (RFC 7517). */
export type PublicKey = Readonly<Record<string, string>>;

/** What is signed, and by whom. */
export interface Verified {
  /** JSON that was signed */
  payload: unknown;
  /** "typ" of the head */
  type: string;
  /**
   * `signed`: by one of the keys; `changed`: it names one of them, and the signature does not fit; `other-key`: it names
   * none of them; `unknown`: this browser cannot check it, which needs a secure address
   */
  by: 'signed' | 'changed' | 'other-key' | 'unknown';
}

const bytesOf = (base64url: string) =>
  Uint8Array.from(atob(base64url.replaceAll('-', '+').replaceAll('_', '/')), (c) => c.charCodeAt(0));
const jsonOf = (part: string): unknown => JSON.parse(new TextDecoder().decode(bytesOf(part)));

/** What a compact JWS says, whoever made it. @returns null for what is none */
export function saidBy(jws: string): Pick<Verified, 'payload' | 'type'> | null {
  const [head = '', payload = '', , more] = jws.trim().split('.');
  if (!payload || more !== undefined) return null;
  try {
    const { typ } = jsonOf(head) as { typ?: string };
    return { payload: jsonOf(payload), type: typ ?? '' };
  } catch {
    return null;
  }
}

/** Checks a compact JWS with public keys (RFC 7515, ES256). @returns null for what is none */
export async function verifyJws(jws: string, keys: readonly PublicKey[]): Promise<Verified | null> {
  const [head = '', payload = '', signature = '', more] = jws.trim().split('.');
  if (!payload || more !== undefined) return null;
  try {
    const { typ, kid } = jsonOf(head) as { typ?: string; kid?: string };
    const said = { payload: jsonOf(payload), type: typ ?? '' };
    if (!globalThis.crypto?.subtle) return { ...said, by: 'unknown' };
    const named = keys.filter((key) => key.kid === kid);
    if (named.length === 0) return { ...said, by: 'other-key' };
    const signed = new TextEncoder().encode(`${head}.${payload}`);
    for (const jwk of named) {
      const curve = { name: 'ECDSA', namedCurve: 'P-256' };
      const key = await crypto.subtle.importKey('jwk', jwk, curve, false, ['verify']);
      const how = { name: 'ECDSA', hash: 'SHA-256' };
      if (await crypto.subtle.verify(how, key, bytesOf(signature), signed)) return { ...said, by: 'signed' };
    }
    return { ...said, by: 'changed' };
  } catch {
    // Not base64, not JSON, or no signature of this kind.
    return null;
  }
}
