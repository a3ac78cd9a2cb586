import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import { BlobMissing, TooManyBytes } from './blobStore.ts';
import { blobPath, createFolderBlobStore } from './folderBlobStore.ts';
import { sha256Of } from './hash.ts';

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
    expect(blobPath(data, hashes[0])).toBe(join(data, 'blobs', 'ba', '78', hashes[0]));
    expect(readFileSync(blobPath(data, hashes[0]), 'utf8')).toBe('abc');
    expect(await store.size(hashes[0])).toBe(3);
    expect(await store.size('0'.repeat(64))).toBeNull();
    await expect(store.bytes('0'.repeat(64))).rejects.toThrow(BlobMissing);
    await expect(store.stream('0'.repeat(64))).rejects.toThrow(BlobMissing);
  });
  it('leaves nothing half written behind, and sweeps up what a crash left', async () => {
    const data = folder();
    await createFolderBlobStore(data);
    writeFileSync(join(data, 'blobs', 'incoming', 'half'), 'x');
    const store = await createFolderBlobStore(data);
    await store.put(ascii('whole'));
    expect(readdirSync(join(data, 'blobs', 'incoming'))).toEqual([]);
  });
  it('takes in what comes as a stream, up to a limit, and keeps nothing of what is too much', async () => {
    const data = folder();
    const store = await createFolderBlobStore(data);
    const received = await store.receive(Readable.from([ascii('ab'), ascii('c')]), 3);
    expect(received.bytes).toBe(3);
    const sha256 = sha256Of(ascii('abc'));
    await store.keep(received, sha256);
    expect(Buffer.from(await store.bytes(sha256)).toString()).toBe('abc');
    await expect(store.receive(Readable.from([ascii('ab'), ascii('cd')]), 3)).rejects.toThrow(TooManyBytes);
    expect(readdirSync(join(data, 'blobs', 'incoming'))).toEqual([]);
  });
  it('reads a part, as RFC 9110 counts bytes: both ends included', async () => {
    const store = await createFolderBlobStore(folder());
    const sha256 = await store.put(ascii('0123456789'));
    const parts: Buffer[] = [];
    for await (const part of await store.stream(sha256, { start: 2, end: 4 })) parts.push(part);
    expect(Buffer.concat(parts).toString()).toBe('234');
  });
  it('removes a thumbnail with its picture', async () => {
    const store = await createFolderBlobStore(folder());
    const sha256 = await store.put(ascii('abc'));
    await store.putDerived(sha256, 'thumbnail', ascii('small'));
    expect(await store.derivedSize(sha256, 'thumbnail')).toBe(5);
    await store.remove(sha256);
    expect(await store.size(sha256)).toBeNull();
    expect(await store.derivedSize(sha256, 'thumbnail')).toBeNull();
  });
});
