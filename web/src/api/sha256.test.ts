import { afterEach, expect, it, vi } from 'vitest';
import { sha256, sha256Hex } from './sha256.ts';
import { provideRandomUuid, uuidOf } from './uuid.ts';

afterEach(() => vi.unstubAllGlobals());

/** What browsers leave a page without HTTPS of it. */
const withoutHttps = () =>
  vi.stubGlobal('crypto', { getRandomValues: <T extends Uint8Array>(bytes: T) => bytes.fill(0xff) });

const bytesOf = (text: string) => new TextEncoder().encode(text);

it('is the same by the browser and by the library (FIPS 180-4, NIST’s example values of “abc” and of two blocks)', async () => {
  const two = 'abcdbcdecdefdefgefghfghighijhijkijkljklmklmnlmnomnopnopq';
  const both = async () => [await sha256Hex(bytesOf('abc')), await sha256Hex(bytesOf(two))];
  const published = [
    'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad',
    '248d6a61d20638b8e5c026930c3e6039a33ce45964ff2167f6ecedd419db06c1',
  ];
  expect(await both()).toEqual(published);
  withoutHttps();
  expect(await both()).toEqual(published);
  // A part of a buffer is hashed, and no more than that.
  expect(await sha256Hex(bytesOf('xabcx').subarray(1, 4))).toBe(published[0]);
});

it('makes the UUID of a hash (RFC 9562, B.2: its example of version 8)', async () => {
  const namespace = Uint8Array.from(Buffer.from('6ba7b8109dad11d180b400c04fd430c8', 'hex'));
  const hash = await sha256(Uint8Array.from([...namespace, ...bytesOf('www.example.com')]));
  expect(uuidOf(hash.slice(0, 16), 8)).toBe('5c146b14-3c52-8afd-938a-375d0df1fbf6');
});

it('gives random ids where the browser has none, and leaves its own alone', () => {
  const own = crypto.randomUUID;
  provideRandomUuid();
  expect(crypto.randomUUID).toBe(own);
  withoutHttps();
  provideRandomUuid();
  expect(crypto.randomUUID()).toBe('ffffffff-ffff-4fff-bfff-ffffffffffff');
});
