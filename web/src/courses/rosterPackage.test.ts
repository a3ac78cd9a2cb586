import { strToU8, zipSync } from 'fflate';
import { expect, it } from 'vitest';
import { isPackage, tablesOfPackage, UnreadablePackage } from './rosterPackage.ts';

const text = (bytes: Uint8Array | undefined) => new TextDecoder().decode(bytes);

it('takes the tables out of a school’s package, in a folder or not, and nothing else', async () => {
  const bytes = zipSync({
    'manifest.csv': strToU8('propertyName,value'),
    'school/Users.csv': strToU8('sourcedId,familyName'),
    'school/enrollments.csv': strToU8('classSourcedId,userSourcedId'),
    'school/notes/users.csv.bak': strToU8('x'),
  });
  expect(isPackage(bytes)).toBe(true);
  expect((await tablesOfPackage(bytes)).map(text)).toEqual([
    'sourcedId,familyName',
    'classSourcedId,userSourcedId',
  ]);
});

it('finds no table in a workbook, which is a package too', async () => {
  expect(await tablesOfPackage(zipSync({ 'xl/workbook.xml': strToU8('<workbook/>') }))).toEqual([]);
  expect(isPackage(strToU8('givenName,familyName'))).toBe(false);
});

it('refuses a package that is cut, asks for a password, or unpacks to more than it says', async () => {
  const whole = zipSync({ 'users.csv': strToU8('sourcedId,familyName\n'.repeat(400)) });
  await expect(tablesOfPackage(whole.slice(0, whole.length / 2))).rejects.toThrow(UnreadablePackage);
  // The general purpose flag, then the unpacked size, of the entry in the central directory (APPNOTE 4.3.12).
  const at = whole.findLastIndex((byte, i) => byte === 0x50 && whole[i + 1] === 0x4b && whole[i + 2] === 1);
  const locked = whole.slice();
  locked[at + 8] = 1;
  await expect(tablesOfPackage(locked)).rejects.toThrow(UnreadablePackage);
  const liar = whole.slice();
  new DataView(liar.buffer).setUint32(at + 24, 10, true);
  await expect(tablesOfPackage(liar)).rejects.toThrow(UnreadablePackage);
});
