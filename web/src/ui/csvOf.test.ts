import Papa from 'papaparse';
import { expect, it } from 'vitest';
import { csvOf } from './csvOf.ts';

// Source: OWASP, "CSV Injection": a cell is harmless behind an apostrophe where it begins with = + - @, a tab or a
// carriage return; from memory.
it.each(['=1+1', '+1', '-1+cmd', '@SUM(A1)', '\t=1', '\r=1', '=a\nb', '-', '-1.', '--1'])(
  'gives %j as text',
  (cell) => {
    const { data } = Papa.parse<{ a: string }>(csvOf([{ a: cell }]), { header: true });
    expect(data).toEqual([{ a: `'${cell}` }]);
  },
);
it.each(['-0.5', '-12', '0', '2.75', 'Lee, Kim', 'a "b"\nc', '1-2'])('leaves %j as it is', (cell) => {
  const { data } = Papa.parse<{ a: string }>(csvOf([{ a: cell }]), { header: true });
  expect(data).toEqual([{ a: cell }]);
});
