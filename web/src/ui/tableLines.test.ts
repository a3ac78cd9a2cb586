import { expect, it } from 'vitest';
import { tableLines } from './tableLines.ts';

it('knows what separates the cells, and counts empty lines without giving them', () => {
  expect(tableLines('\uFEFF\nName;Points\n\n;;\n"Lee; Kim";"1,5"\n')).toEqual([
    { cells: ['Name', 'Points'], number: 2 },
    { cells: ['Lee; Kim', '1,5'], number: 5 },
  ]);
  expect(tableLines('a\tb\r\nc\td')).toEqual([
    { cells: ['a', 'b'], number: 1 },
    { cells: ['c', 'd'], number: 2 },
  ]);
  expect(tableLines(' \n,,')).toEqual([]);
});
