import { expect, it } from 'vitest';
import { readList } from './readList.ts';

const utf8 = (text: string) => new TextEncoder().encode(text);

it('reads the columns of OneRoster 1.2 users.csv, and keeps the free ones (from memory of the specification)', () => {
  const list = readList(
    utf8(
      '"sourcedId","status","givenName","familyName","email","role","Station code"\n' +
        '"1","active","Elin","Ödegård","elin@school.example","student","NE-862"\n' +
        '"2","active","Ruth","Mandelbrod","ruth@school.example","teacher",""\n',
    ),
  );
  expect(list).toMatchObject({ refused: null, columns: ['Station-code'], notes: [] });
  expect(list.lines.map((line) => line.person)).toEqual([
    {
      givenName: 'Elin',
      surname: 'Ödegård',
      email: 'elin@school.example',
      role: 'student',
      fields: { 'Station-code': 'NE-862' },
    },
    {
      givenName: 'Ruth',
      surname: 'Mandelbrod',
      email: 'ruth@school.example',
      role: 'instructor',
      fields: {},
    },
  ]);
});

it('reads semicolons, quotes, empty lines and a byte order mark, as spreadsheet programs write them', () => {
  const list = readList(
    utf8('\uFEFFVorname;Nachname;E-Mail\r\n"Kim ""K""";"van; der Laan";k@s.example\r\n\r\n'),
  );
  expect(list.lines).toHaveLength(1);
  expect(list.lines[0]?.person).toMatchObject({
    givenName: 'Kim "K"',
    surname: 'van; der Laan',
    role: 'student',
  });
});

it('says of each line what is wrong with it, by the number it has in the file', () => {
  const list = readList(
    utf8('surname,email,role\nA,a@s.example,student\n,b@s.example,student\nC,no mail,boss\n'),
  );
  expect(list.lines.map(({ number, faults }) => [number, faults])).toEqual([
    [2, []],
    [3, ['surname-missing']],
    [4, ['email-wrong', 'role-unknown']],
  ]);
});

it('reads what is not UTF-8 as Windows-1252 and says so', () => {
  const bytes = Uint8Array.from(
    [...'surname,email\n']
      .map((c) => c.charCodeAt(0))
      .concat(0xd6, ...[...'d,o@s.example'].map((c) => c.charCodeAt(0))),
  );
  const list = readList(bytes);
  expect(list.notes).toEqual(['not-utf-8']);
  expect(list.lines[0]?.person?.surname).toBe('Öd');
});

it('keeps what looks like a formula as the text it is', () => {
  const list = readList(utf8('surname,email,station\nA,a@s.example,=1+1\n'));
  expect(list.lines[0]?.person?.fields).toEqual({ station: '=1+1' });
});

it('takes nothing of a list that is empty, lacks a column, or is too long', () => {
  expect(readList(utf8('surname,email\n')).refused).toBe('empty');
  expect(readList(utf8('email\na@s.example\n')).refused).toBe('no-surname');
  expect(readList(utf8('surname\nA\n')).refused).toBe('no-email');
  const long = Array.from({ length: 10_000 }, (_, i) => `A${i},a${i}@s.example`).join('\n');
  expect(readList(utf8(`surname,email\n${long}\n`)).refused).toBe('too-long');
});
