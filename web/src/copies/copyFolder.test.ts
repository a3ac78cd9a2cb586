// The shape of the handles is that of the File System standard (WHATWG), of the locks that of Web Locks (W3C).
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { writeInto } from './copyFolder.ts';

/** A folder in memory. @param isFull what is written into it is not taken */
function folder(there: Record<string, string>, isFull = false) {
  const files = new Map(Object.entries(there));
  const handle = {
    async getFileHandle(name: string, options?: { create: boolean }) {
      if (!files.has(name)) {
        if (!options?.create) throw new DOMException('none', 'NotFoundError');
        files.set(name, '');
      }
      return {
        createWritable: async () => ({
          async write(blob: Blob) {
            if (isFull) throw new DOMException('full', 'QuotaExceededError');
            files.set(name, await blob.text());
          },
          close: async () => {},
          abort: async () => {},
        }),
      };
    },
    removeEntry: async (name: string) => void files.delete(name),
  };
  return { files, handle: handle as unknown as FileSystemDirectoryHandle };
}

beforeEach(() => {
  let line: Promise<unknown> = Promise.resolve();
  const request = (_name: string, work: () => Promise<unknown>) => {
    line = line.then(work);
    return line;
  };
  vi.stubGlobal('navigator', { locks: { request } });
});
afterEach(() => vi.unstubAllGlobals());

describe('a copy in a folder', () => {
  it('has its own name where that is free, and writes over nothing', async () => {
    const { files, handle } = folder({ 'P1.png': 'theirs' });
    expect(await writeInto(handle, new Blob(['a']), 'P2.png')).toBe('P2.png');
    expect(await writeInto(handle, new Blob(['b']), 'P1.png')).toBe('P1-2.png');
    expect(await writeInto(handle, new Blob(['c']), 'P1.png')).toBe('P1-3.png');
    expect(Object.fromEntries(files)).toEqual({
      'P1.png': 'theirs',
      'P2.png': 'a',
      'P1-2.png': 'b',
      'P1-3.png': 'c',
    });
  });

  it('of two at once gets a name of its own', async () => {
    const { files, handle } = folder({});
    const names = await Promise.all(['a', 'b'].map((text) => writeInto(handle, new Blob([text]), 'P1.png')));
    expect(names.sort()).toEqual(['P1-2.png', 'P1.png']);
    expect([...files.values()].sort()).toEqual(['a', 'b']);
  });

  it('that is not taken leaves no empty file behind', async () => {
    const { files, handle } = folder({ 'P1.png': 'theirs' }, true);
    await expect(writeInto(handle, new Blob(['a']), 'P1.png')).rejects.toThrow('full');
    expect([...files.keys()]).toEqual(['P1.png']);
  });
});
