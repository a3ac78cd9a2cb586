import type { Ledger, LedgerCell } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import Papa from 'papaparse';

/** Points as spreadsheets read them: with a point, and a plain minus. */
const points = (units: number | null): string =>
  units === null ? '' : formatPoints(units).replace('−', '-');

/** What begins like a formula is given as text, so that no spreadsheet runs a name. */
const written = (rows: object[]): string => Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' });

/** The book as a plain table: a line for each student, a column for each assignment. Points that are released. */
export function plainTable({ rows, assignments, fields }: Ledger): string {
  const titles = distinct(assignments.map((one) => `${one.title} (${points(one.mostUnits)})`));
  return written(
    rows.map(({ student, cells, totalUnits }) => ({
      Name: student.listed,
      'E-mail': student.email,
      ...Object.fromEntries(fields.map((field) => [field, student.fields[field] ?? ''])),
      ...Object.fromEntries(
        cells.map((cell, i) => [titles[i], cell.state === 'released' ? points(cell.units) : '']),
      ),
      Total: points(totalUnits),
    })),
  );
}

/** Two assignments of one title stay two columns. */
function distinct(titles: readonly string[]): string[] {
  const seen = new Map<string, number>();
  return titles.map((title) => {
    const count = (seen.get(title) ?? 0) + 1;
    seen.set(title, count);
    return count === 1 ? title : `${title} ${count}`;
  });
}

const SCORE_STATUS: Readonly<Record<LedgerCell['state'], string>> = {
  none: 'not submitted',
  exempt: 'exempt',
  waiting: 'submitted',
  marked: 'submitted',
  released: 'fully graded',
};

/**
 * The columns of OneRoster 1.2, results.csv, as far as there is something to say (from memory of the specification).
 * @param at UTC instant, ISO 8601
 */
export function oneRosterResults({ rows, assignments }: Ledger, at: string): string {
  return written(
    rows.flatMap(({ student, cells }) =>
      cells.map((cell, i) => ({
        sourcedId: `${student.id}-${assignments[i]?.id ?? ''}`,
        status: 'active',
        dateLastModified: at,
        lineItemSourcedId: assignments[i]?.id ?? '',
        studentSourcedId: student.id,
        scoreStatus: SCORE_STATUS[cell.state],
        score: cell.state === 'released' ? points(cell.units) : '',
        scoreDate: (cell.handedInAt ?? at).slice(0, 10),
        comment: cell.state === 'exempt' ? cell.reason : cell.late ? 'late' : '',
      })),
    ),
  );
}
