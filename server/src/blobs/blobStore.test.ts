import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { createFolderBlobStore, sha256Of } from './blobStore.ts';

const folder = () => mkdtempSync(join(tmpdir(), 'nachweis-blobs-'));
const ascii = (text: string) => new TextEncoder().encode(text);

describe('sha256Of', () => {
  // FIPS 180-4; the examples of NIST's "SHA-256" example file and of RFC 6234, section 8.5.
  it.each([
    ['', 'e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855'],
    ['abc', 'ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad'],
    [
      'abcdbcdecdefdefgefghfghighijhijkijkljklmklmnlmnomnopnopq',
      '248d6a61d20638b8e5c026930c3e6039a33ce45964ff2167f6ecedd419db06c1',
    ],
  ])('of %j', (text, hash) => {
    expect(sha256Of(ascii(text))).toBe(hash);
  });
  it('of a million times "a"', () => {
    expect(sha256Of(ascii('a'.repeat(1_000_000)))).toBe(
      'cdc76e5c9914fb9281a1c7e284d73e67f1809a48a497200e046d39ccc7112cd0',
    );
  });
});

describe('the blob store', () => {
  it('keeps bytes under their hash, once', async () => {
    const data = folder();
    const store = await createFolderBlobStore(data);
    const hashes = await Promise.all([
      store.put(ascii('abc')),
      store.put(ascii('abc')),
      store.put(ascii('abd')),
    ]);
    expect(hashes[0]).toBe(sha256Of(ascii('abc')));
    expect(hashes[1]).toBe(hashes[0]);
    expect(store.pathOf(hashes[0])).toBe(join(data, 'blobs', 'ba', '78', hashes[0]));
    expect(readFileSync(store.pathOf(hashes[0]), 'utf8')).toBe('abc');
    expect(await store.has('0'.repeat(64))).toBe(false);
  });
  it('leaves nothing half written behind, and sweeps up what a crash left', async () => {
    const data = folder();
    await createFolderBlobStore(data);
    writeFileSync(join(data, 'blobs', 'incoming', 'half'), 'x');
    const store = await createFolderBlobStore(data);
    await store.put(ascii('whole'));
    expect(readdirSync(join(data, 'blobs', 'incoming'))).toEqual([]);
  });
});
