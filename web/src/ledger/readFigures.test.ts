import type { Ledger } from '@nachweis/contract';
import { expect, it } from 'vitest';
import { plainTable } from './ledgerTables.ts';
import { readFigures } from './readFigures.ts';

const cell = (units: number | null, state = 'released', handInId: string | null = `h${units}`) =>
  ({ state, units, handInId, reason: '', handedInAt: null, late: false, mostUnits: 300 }) as never;
const student = (id: string, listed: string) => ({
  student: { id, name: listed, listed, email: `${id}@school.example`, fields: { station: 'NE-1' } },
  totalUnits: 0,
});
const ledger = {
  fields: ['station'],
  assignments: [
    { id: 'x', title: 'Curve', mostUnits: 300, roundTo: 1 },
    { id: 'y', title: 'Gap', mostUnits: 300, roundTo: 1 },
  ],
  rows: [
    { ...student('kim', 'Lee, Kim'), cells: [cell(250), cell(100)] },
    { ...student('noor', 'Aziz, Noor'), cells: [cell(50), cell(null, 'none', null)] },
    { ...student('other', 'Aziz, Noor'), cells: [cell(75), cell(null, 'waiting')] },
  ],
} as unknown as Ledger;

it('what the book saves changes nothing when it comes back', () => {
  expect(readFigures(plainTable(ledger), ledger)).toEqual({
    changes: [],
    faults: [],
    unknown: [],
    refused: null,
  });
});
it('finds people by e-mail, takes a decimal comma, and leaves what is empty', () => {
  const text = 'E-mail;Curve;Gap (3)\nKIM@school.example;"1,5";\nother@school.example;0.75;';
  expect(readFigures(text, ledger).changes).toEqual([
    { handInId: 'h250', student: 'Lee, Kim', assignment: 'Curve', was: 250, units: 150 },
  ]);
});
it('takes no points for points, and heads with spaces around them', () => {
  expect(readFigures(' E-mail , Curve \nkim@school.example,0\n', ledger)).toMatchObject({
    changes: [{ handInId: 'h250', was: 250, units: 0 }],
    faults: [],
  });
});
it('names each line that cannot be entered: a wrong student, a name of two, points above the most, no number, nothing judged', () => {
  const text = [
    'Name,E-mail,Curve,Gap,Seat',
    ',who@school.example,1,,4',
    '"Aziz, Noor",,1,,',
    '"Lee, Kim",,4,1.234,',
    ',noor@school.example,-1,2,',
    ',other@school.example,,1,',
  ].join('\n');
  const { changes, faults, unknown } = readFigures(text, ledger);
  expect(changes).toEqual([]);
  expect(faults.map(({ line, code }) => [line, code])).toEqual([
    [2, 'nobody'],
    [3, 'nobody'],
    [4, 'too-many'],
    [4, 'unreadable'],
    [5, 'unreadable'],
    [5, 'nothing-judged'],
    [6, 'nothing-judged'],
  ]);
  expect(unknown).toEqual(['Seat']);
});
it('takes what partners have together once, and says where their lines do not agree', () => {
  const [lee, aziz] = ledger.rows as [Ledger['rows'][number], Ledger['rows'][number]];
  const shared = {
    ...ledger,
    rows: [
      { ...lee, cells: [cell(250, 'released', 'both'), cell(100)] },
      { ...aziz, cells: [cell(250, 'released', 'both'), cell(null, 'none', null)] },
    ],
  } as Ledger;
  const read = (...lines: string[]) => readFigures(['E-mail,Curve', ...lines].join('\n'), shared);
  expect(read('kim@school.example,2', 'noor@school.example,2').changes).toEqual([
    { handInId: 'both', student: 'Lee, Kim, Aziz, Noor', assignment: 'Curve', was: 250, units: 200 },
  ]);
  expect(read('kim@school.example,2', '', 'noor@school.example,"2,5"')).toMatchObject({
    changes: [],
    faults: [{ line: 4, code: 'two-figures', words: 'Lee, Kim, Curve: 2, 2,5' }],
  });
  // The same student twice is no other thing.
  expect(read('kim@school.example,1', 'kim@school.example,2').faults).toMatchObject([{ line: 3 }]);
  expect(read('kim@school.example,2', 'kim@school.example,2').changes).toMatchObject([
    { student: 'Lee, Kim' },
  ]);
});
it('takes points up to the bonus of what was answered', () => {
  const more = {
    ...ledger,
    rows: [{ ...ledger.rows[0], cells: [{ ...(cell(250) as object), mostUnits: 350 }] }],
  };
  const read = (points: string) => readFigures(`E-mail,Curve\nkim@school.example,${points}`, more as Ledger);
  expect(read('3.5').changes).toMatchObject([{ units: 350 }]);
  expect(read('3.51').faults).toMatchObject([{ code: 'too-many' }]);
});
it('takes of rounded points only what they can be', () => {
  const [curve] = ledger.assignments;
  const rounded = { ...ledger, assignments: [{ ...curve, roundTo: 50 }] } as Ledger;
  const read = (points: string) => readFigures(`E-mail,Curve\nkim@school.example,${points}`, rounded);
  expect(read('1.5').changes).toMatchObject([{ units: 150 }]);
  expect(read('1.25').faults).toMatchObject([{ code: 'rounded', words: 'Lee, Kim, Curve: 1.25' }]);
});
it('counts empty lines before the heads and between them', () => {
  const text = '\n\nE-mail,Curve\n\n,\nwho@school.example,1\n';
  expect(readFigures(text, ledger).faults).toMatchObject([{ line: 6, code: 'nobody' }]);
});
it('refuses what is no table of points', () => {
  expect(readFigures('', ledger).refused).toBe('empty');
  expect(readFigures('Curve\n1', ledger).refused).toBe('no-person');
  expect(readFigures('E-mail,Else\na@b,1', ledger).refused).toBe('no-assignment');
});
