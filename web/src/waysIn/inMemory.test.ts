// A file that has gone is read with a NotFoundError (File API, W3C, "Reading a File").
import { describe, expect, it } from 'vitest';
import type { Incoming } from './incoming.ts';
import { inMemory } from './inMemory.ts';

class Gone extends File {
  override arrayBuffer(): Promise<ArrayBuffer> {
    return Promise.reject(new DOMException('gone', 'NotFoundError'));
  }
  override slice(): Blob {
    return this;
  }
}
class Huge extends File {
  override get size() {
    return 300_000_000;
  }
}
const as = (blob: Blob, name: string): Incoming => ({ blob, name, source: 'file', surface: 'unknown' });

describe('what comes from files of this computer', () => {
  it('is read at once, as what it is', async () => {
    const { read, refused } = await inMemory([
      as(new File(['abc'], 'a.png', { type: 'image/png' }), 'a.png'),
    ]);
    expect(refused).toEqual([]);
    expect(read[0]?.blob).not.toBeInstanceOf(File);
    expect(read[0]).toMatchObject({ name: 'a.png', blob: { type: 'image/png', size: 3 } });
    expect(await read[0]?.blob.text()).toBe('abc');
  });

  it('is named where it has gone, and the others come in, in their order', async () => {
    const files = ['1.png', '2.png', '3.png'].map((name) =>
      as(name === '2.png' ? new Gone(['x'], name) : new File(['x'], name), name),
    );
    const { read, refused } = await inMemory(files);
    expect(read.map(({ name }) => name)).toEqual(['1.png', '3.png']);
    expect(refused).toEqual([expect.stringContaining('“2.png” cannot be read')]);
  });

  it('stays where it is when it is larger than is held at once; what was taken here is memory already', async () => {
    const [huge, taken] = [new Huge(['x'], 'all.pdf'), new Blob(['x'])];
    const { read } = await inMemory([as(huge, 'all.pdf'), as(taken, '')]);
    expect(read.map(({ blob }) => blob)).toEqual([huge, taken]);
  });
});
