import { expect, it } from 'vitest';
import { type ListColumn, withKind } from './listColumns.ts';
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
  expect(list).toMatchObject({ refused: null, notes: [] });
  expect(list.columns.map(({ kind }) => kind)).toEqual([
    'none',
    'none',
    'givenName',
    'surname',
    'email',
    'role',
    'own',
  ]);
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
  });
  // Of a list without roles nothing is said of them, so that it changes none.
  expect(list.lines[0]?.person).not.toHaveProperty('role');
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

it('reads Unicode text with tabs as spreadsheet programs write it, by its byte order mark', () => {
  const text = '\uFEFFsurname\temail\nÖd\to@s.example\n';
  const bytes = new Uint8Array(Buffer.from(text, 'utf16le'));
  for (const one of [bytes, bytes.map((_, i) => bytes[i ^ 1] ?? 0)]) {
    const list = readList(one);
    expect(list.notes).toEqual([]);
    expect(list.lines[0]?.person).toMatchObject({ surname: 'Öd', email: 'o@s.example' });
  }
});

it('says that a file of a spreadsheet program is no table, whichever kind it is', () => {
  for (const start of ['504b030414000600', 'd0cf11e0a1b11ae1'])
    expect(readList(Uint8Array.from(Buffer.from(start, 'hex')))).toMatchObject({
      refused: 'workbook',
      columns: [],
    });
});

it('takes cells without a line that names them, and asks which of them is the surname', () => {
  const bytes = utf8('Meier\tJana\tjana@s.example\n\nSchulz\tTom\ttom@s.example\n');
  const asked = readList(bytes);
  expect(asked.refused).toBe('no-surname');
  expect(asked.columns).toEqual([
    { title: '', example: 'Meier', kind: 'none' },
    { title: '', example: 'Jana', kind: 'none' },
    { title: '', example: 'jana@s.example', kind: 'email' },
  ]);
  const list = readList(bytes, withKind(withKind(asked.columns, 0, 'surname'), 1, 'givenName'));
  expect(list.lines.map(({ number, person }) => [number, person?.surname, person?.givenName])).toEqual([
    [1, 'Meier', 'Jana'],
    [3, 'Schulz', 'Tom'],
  ]);
});

it('finds the e-mail address by what is in a column whose name says nothing', () => {
  const list = readList(utf8('Nachname;Kontakt;Matrikelnummer\nMeier;jana@s.example;00123\nSchulz;;00124\n'));
  expect(list.refused).toBeNull();
  expect(list.lines.map(({ person, faults }) => person?.fields ?? faults)).toEqual([
    { Matrikelnummer: '00123' },
    ['email-wrong'],
  ]);
});

it('takes whole names apart, and says so', () => {
  const names = ['Meier, Jana', 'Tom Schulz', 'Noor van der Laan', 'Wu', 'de Vries', 'Ana Sofia Reis'];
  const list = readList(
    utf8(`Name,E-mail\n${names.map((name, i) => `"${name}",p${i}@s.example`).join('\n')}`),
  );
  expect(list.notes).toEqual(['split']);
  expect(list.lines.map(({ shown }) => shown)).toEqual([
    'Meier, Jana',
    'Schulz, Tom',
    'van der Laan, Noor',
    'Wu',
    'de Vries',
    'Reis, Ana Sofia',
  ]);
  // Beside a given name, "name" is the surname.
  const apart = readList(utf8('Name,Vorname,E-mail\nvan der Laan,Noor,n@s.example\n'));
  expect(apart.notes).toEqual([]);
  expect(apart.lines[0]?.shown).toBe('van der Laan, Noor');
});

it('lets only one column be what only one can be', () => {
  const kinds = (columns: readonly ListColumn[]) => columns.map(({ kind }) => kind);
  const { columns } = readList(utf8('surname,given,email,a,b\nA,B,c@s.example,d,e\n'));
  expect(kinds(withKind(columns, 3, 'email'))).toEqual(['surname', 'givenName', 'none', 'email', 'own']);
  expect(kinds(withKind(columns, 3, 'wholeName'))).toEqual(['none', 'none', 'email', 'wholeName', 'own']);
  expect(kinds(withKind(columns, 0, 'own'))).toEqual(['own', 'givenName', 'email', 'own', 'own']);
});

it('keeps what looks like a formula as the text it is', () => {
  const list = readList(utf8('surname,email,station\nA,a@s.example,=1+1\n'));
  expect(list.lines[0]?.person?.fields).toEqual({ station: '=1+1' });
  expect(list.notes).toEqual(['formula']);
});

it('takes nothing of a list that is empty, lacks a column, or is too long', () => {
  expect(readList(utf8('surname,email\n')).refused).toBe('empty');
  expect(readList(utf8('email\na@s.example\n')).refused).toBe('no-surname');
  expect(readList(utf8('surname\nA\n')).refused).toBe('no-email');
  const long = Array.from({ length: 10_000 }, (_, i) => `A${i},a${i}@s.example`).join('\n');
  expect(readList(utf8(`surname,email\n${long}\n`)).refused).toBe('too-long');
});
