import { MAX_PICTURE_BYTES } from '@nachweis/core';
import { zipSync } from 'fflate';
import { expect, it } from 'vitest';
import { type Finding, findFiles, MOST_FILES } from './foundFiles.ts';

const NOTHING: Finding = { files: [], leftOut: [], tooMany: false, damaged: [] };
const zip = (files: Record<string, Uint8Array>, name = 'class.zip') =>
  new File([zipSync(files) as Uint8Array<ArrayBuffer>], name);
const find = (...files: File[]) => findFiles(NOTHING, files);

it('takes a path that leads out of its package for a name and nothing else', async () => {
  const { files, damaged } = await find(zip({ '../../etc/passwd.png': Uint8Array.of(1, 2, 3) }));
  expect(damaged).toEqual([]);
  expect(files.map(({ path, bytes }) => [path, bytes])).toEqual([['../../etc/passwd.png', 3]]);
  expect(await files[0]?.read().then((blob) => blob.bytes())).toEqual(Uint8Array.of(1, 2, 3));
});

it('takes a file whose path begins in the folder that it was packed in', async () => {
  const { files } = await find(
    zip({ './Team/P1.png': Uint8Array.of(1), 'Team/.hidden.png': Uint8Array.of(1) }),
  );
  expect(files.map(({ path }) => path)).toEqual(['./Team/P1.png']);
});

it('gives a package of 100,000 entries up early, and says so', async () => {
  const many = Object.fromEntries(Array.from({ length: 100_000 }, (_, i) => [`${i}.png`, new Uint8Array(0)]));
  const { files, tooMany } = await find(zip(many));
  expect([files.length, tooMany]).toEqual([MOST_FILES, true]);
});

it('unpacks no more of an entry than it claims to be', async () => {
  const bytes = zipSync({ 'bomb.png': new Uint8Array(20_000_000) });
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  // APPNOTE.TXT of the ZIP format, 4.3.7 and 4.3.12: the size unpacked, in the head of the file and in the list at the end.
  const list = new TextDecoder('latin1').decode(bytes).lastIndexOf('PK\x01\x02');
  for (const at of [22, list + 24]) view.setUint32(at, 500, true);
  const { files } = await find(new File([bytes as Uint8Array<ArrayBuffer>], 'bomb.zip'));
  expect(files[0]?.bytes).toBe(500);
  await expect(files[0]?.read()).rejects.toThrow();
});

it('tells files of one path in two packages apart, and leaves out what is no picture or belongs to a system', async () => {
  const one = {
    'P1.png': Uint8Array.of(1),
    'notes.txt': Uint8Array.of(1),
    '__MACOSX/._P1.png': Uint8Array.of(1),
  };
  const { files, leftOut } = await find(zip(one), zip(one, 'second.zip'));
  expect(files.map(({ path }) => path)).toEqual(['P1.png', '2/P1.png']);
  expect(leftOut.map(({ why }) => why)).toEqual(['no-picture', 'no-picture']);
});

it('says that a cut package cannot be read, and takes the files beside it', async () => {
  const whole = zipSync({ 'P1.png': new Uint8Array(1000) }, { level: 0 });
  const cut = new File([whole.slice(0, 600) as Uint8Array<ArrayBuffer>], 'cut.zip');
  const { files, damaged } = await find(cut, new File([Uint8Array.of(1)], 'P2.png'));
  expect([damaged, files.map(({ path }) => path)]).toEqual([['cut.zip'], ['P2.png']]);
});

it('does not take an entry of which a byte has changed for what was packed (CRC-32, APPNOTE.TXT 4.4.7)', async () => {
  const bytes = zipSync({ 'P1.png': new Uint8Array(1000) }, { level: 0 });
  bytes[500] = 1;
  const { files, damaged } = await find(new File([bytes as Uint8Array<ArrayBuffer>], 'changed.zip'));
  expect([files.length, damaged]).toEqual([1, []]);
  await expect(files[0]?.read()).rejects.toThrow();
});

it('names a file by the folder it was dropped in, or chosen in, and leaves out what is larger than a picture may be', async () => {
  const chosen = Object.defineProperty(new File([Uint8Array.of(1)], 'P1.png'), 'webkitRelativePath', {
    value: 'Chosen/P1.png',
  });
  expect((await findFiles(NOTHING, [chosen], ['Dropped/P1.png'])).files[0]?.path).toBe('Dropped/P1.png');
  expect((await findFiles(NOTHING, [chosen])).files[0]?.path).toBe('Chosen/P1.png');
  const most = new Uint8Array(MAX_PICTURE_BYTES);
  const { files, leftOut } = await find(
    new File([most], 'P2.png'),
    new File([most, Uint8Array.of(1)], 'P3.png'),
  );
  expect(files.map(({ path }) => path)).toEqual(['P2.png']);
  expect(leftOut).toEqual([{ path: 'P3.png', why: 'too-large' }]);
});
