import type { AssignmentLedger, Ledger, LedgerCell } from '@nachweis/contract';
import { formatPoints } from '@nachweis/core';
import { csvOf } from '../ui/csvOf.ts';
import { saveAs } from '../ui/saveAs.ts';
import { lateBy } from './lateBy.ts';
import { STAND_WORDS } from './stands.ts';

/** Points as spreadsheets read them: with a point, and a plain minus. */
const points = (units: number | null): string =>
  units === null ? '' : formatPoints(units).replace('−', '-');

/** The book as a plain table: a line for each student, a column for each assignment. Points that are released. */
export function plainTable({ rows, assignments, fields }: Ledger): string {
  const titles = distinct(assignments.map((one) => `${one.title} (${points(one.mostUnits)})`));
  return csvOf(
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

/** The book of one assignment as a plain table: what was earned at each proof point, and what makes the points of it. */
export function pointsTable({ rows, proofPoints }: AssignmentLedger): string {
  const titles = distinct(
    proofPoints.map(({ code, title, mostUnits }) => `${code} ${title} (${points(mostUnits)})`),
  );
  return csvOf(
    rows.map((row) => ({
      Name: row.student.listed,
      ...Object.fromEntries(titles.map((title, i) => [title, points(row.points[i] ?? null)])),
      Criteria: points(row.criteria),
      'For lateness': row.lateCost === 0 ? '' : points(-row.lateCost),
      'By hand': row.adjustment === 0 ? '' : points(row.adjustment),
      'By rounding': row.rounding === 0 ? '' : points(row.rounding),
      Points: points(row.units),
      Stands: [STAND_WORDS[row.state], row.late && `late by ${lateBy(row.lateMs)}`]
        .filter(Boolean)
        .join(', '),
    })),
  );
}

/** Keeps a table as a file, with a byte order mark, by which spreadsheet programs know that it is UTF-8. */
export const saveTable = (text: string, name: string): void =>
  saveAs(new Blob(['\uFEFF', text], { type: 'text/csv' }), name);

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
  return csvOf(
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
        comment: cell.state === 'exempt' ? cell.reason : cell.late ? `late by ${lateBy(cell.lateMs)}` : '',
      })),
    ),
  );
}
