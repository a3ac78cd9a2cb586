// The shape of the entries is that of the File and Directory Entries API (WICG), whose readers give some at a time.
import { describe, expect, it } from 'vitest';
import { walk } from './walk.ts';

const file = (name: string, there = true) =>
  ({
    name,
    isDirectory: false,
    file: (done: (file: File) => void, fail: (error: Error) => void) =>
      there ? done(new File(['x'], name)) : fail(new Error('NotFoundError')),
  }) as unknown as FileSystemEntry;

const folder = (name: string, inside: FileSystemEntry[]) =>
  ({
    name,
    isDirectory: true,
    createReader: () => {
      let at = 0;
      return {
        readEntries: (done: (entries: FileSystemEntry[]) => void) => {
          done(inside.slice(at, at + 2));
          at += 2;
        },
      };
    },
  }) as unknown as FileSystemEntry;

describe('what is dropped', () => {
  it('is read folder by folder, however many entries a reader gives at once, in the order of names', async () => {
    const { files } = await walk([
      folder('run', [file('b 10.png'), file('b 2.png'), folder('a', [file('c.png')]), file('.hidden')]),
      file('z.png'),
    ]);
    expect(files.map((f) => f.name)).toEqual(['c.png', 'b 2.png', 'b 10.png', 'z.png']);
  });
  it('names what has vanished and gives the others', async () => {
    const { files, vanished } = await walk([file('a.png'), file('gone.png', false), file('b.png')]);
    expect(files.map((f) => f.name)).toEqual(['a.png', 'b.png']);
    expect(vanished).toEqual(['gone.png']);
  });
  it('ends at some hundreds, and says so', async () => {
    const many = Array.from({ length: 600 }, (_, i) => file(`${i}.png`));
    const { files, tooMany } = await walk([folder('disk', many)]);
    expect([files.length, tooMany]).toEqual([500, true]);
  });
});
