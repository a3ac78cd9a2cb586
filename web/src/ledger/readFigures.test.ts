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
    { id: 'x', title: 'Curve', mostUnits: 300 },
    { id: 'y', title: 'Gap', mostUnits: 300 },
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
it('refuses what is no table of points', () => {
  expect(readFigures('', ledger).refused).toBe('empty');
  expect(readFigures('Curve\n1', ledger).refused).toBe('no-person');
  expect(readFigures('E-mail,Else\na@b,1', ledger).refused).toBe('no-assignment');
});
