import { RECEIPT_TYPE, type SignedReceipt } from '@nachweis/contract';
import { CompactSign, exportJWK, generateKeyPair } from 'jose';
import { beforeAll, describe, expect, it } from 'vitest';
import { sha256Hex } from '../api/sha256.ts';
import { checkReceipt, standingOf } from './checkReceipt.ts';
import type { PublicKey } from './verifyJws.ts';

const RECEIPT: SignedReceipt = {
  number: 'H-00042',
  student: 'Elin Ödegård',
  assignment: 'Gap filling',
  course: 'Field Data',
  timeZone: 'Europe/Berlin',
  attempt: 1,
  handedInAt: '2026-11-05T10:00:00.000Z',
  dueAt: '2026-11-06T10:00:00.000Z',
  late: false,
  sealedAt: '2026-11-05T10:00:05.000Z',
  // SHA-256 of "abc": FIPS 180-2, appendix B.1.
  files: [
    {
      point: 'P1',
      name: 'a.png',
      bytes: 3,
      sha256: 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
    },
  ],
};

let keys: PublicKey[];
let sign: (payload: unknown, typ?: string, kid?: string) => Promise<string>;
beforeAll(async () => {
  const { privateKey, publicKey } = await generateKeyPair('ES256', { extractable: true });
  const { kty = '', crv = '', x = '', y = '' } = await exportJWK(publicKey);
  keys = [{ kty, crv, x, y, kid: 'one' }];
  sign = (payload, typ = RECEIPT_TYPE, kid = 'one') =>
    new CompactSign(new TextEncoder().encode(JSON.stringify(payload)))
      .setProtectedHeader({ alg: 'ES256', kid, typ })
      .sign(privateKey);
});

describe('a receipt that jose signed', () => {
  it('is signed; with one bit changed in what it says, in its signature, or with another key it is told apart', async () => {
    const jws = await sign(RECEIPT);
    expect(await checkReceipt(jws, keys)).toEqual({ by: 'signed', receipt: RECEIPT });
    const [head, , signature] = jws.split('.');
    const other = btoa(unescape(encodeURIComponent(JSON.stringify({ ...RECEIPT, late: true }))))
      .replaceAll('+', '-')
      .replaceAll('/', '_')
      .replaceAll('=', '');
    expect((await checkReceipt(`${head}.${other}.${signature}`, keys)).by).toBe('changed');
    const flipped = `${jws.slice(0, -8)}${jws.at(-8) === 'A' ? 'B' : 'A'}${jws.slice(-7)}`;
    expect((await checkReceipt(flipped, keys)).by).toBe('changed');
    expect((await checkReceipt(await sign(RECEIPT, RECEIPT_TYPE, 'two'), keys)).by).toBe('other-key');
  });
  it('is none where something else was signed, or nothing', async () => {
    expect((await checkReceipt(await sign(RECEIPT, 'nachweis-capture+jws'), keys)).by).toBe('none');
    expect((await checkReceipt(await sign({ number: 1 }), keys)).by).toBe('none');
    for (const text of ['', 'a.b.c', 'hello', '....', `${'x'.repeat(1000)}.e30.e30`])
      expect((await checkReceipt(text, keys)).by).toBe('none');
  });
});

it('tells a file that was handed in from one that is only called like it, and from any other', async () => {
  const abc = await sha256Hex(new TextEncoder().encode('abc').buffer as ArrayBuffer);
  expect(standingOf({ name: 'renamed.png', sha256: abc }, RECEIPT)).toBe('same');
  expect(standingOf({ name: 'a.png', sha256: '0'.repeat(64) }, RECEIPT)).toBe('changed');
  expect(standingOf({ name: 'b.png', sha256: '0'.repeat(64) }, RECEIPT)).toBe('other');
});
