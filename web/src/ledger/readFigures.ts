import type { Ledger, LedgerAssignment, LedgerCell } from '@nachweis/contract';
import { formatPoints, parsePoints, roundPoints } from '@nachweis/core';
import { tableLines } from '../ui/tableLines.ts';

/** A figure that a table would change. */
export interface FigureChange {
  handInId: string;
  /** whose it is; all that the table names of those who handed in together */
  student: string;
  assignment: string;
  /** in units */
  was: number;
  units: number;
}

/** A line, or a figure of it, that cannot be entered. */
export interface FigureFault {
  /** of the table, from 1 */
  line: number;
  code: 'nobody' | 'unreadable' | 'too-many' | 'nothing-judged' | 'rounded' | 'two-figures';
  /** what stands there, or whom it is about */
  words: string;
}

export interface Figures {
  changes: FigureChange[];
  faults: FigureFault[];
  /** columns that no assignment is called like, and none of the book's own */
  unknown: string[];
  /** null: it can be read */
  refused: 'empty' | 'no-person' | 'no-assignment' | null;
}

const plain = (text: string) => text.trim().toLowerCase();
const OWN = new Set(['name', 'e-mail', 'email', 'total']);

/**
 * A table of points, as the book itself saves one: a line for each student, found by e-mail or by the name as listed, and a
 * column for each assignment, with or without its most in brackets. Empty figures change nothing. A comma may stand for
 * the point. Partners have one hand-in: what their lines say of it has to be the same.
 */
export function readFigures(text: string, ledger: Ledger): Figures {
  const [first, ...lines] = tableLines(text);
  const heads = (first?.cells ?? []).map((head) => head.trim());
  const email = heads.findIndex((head) => ['e-mail', 'email'].includes(plain(head)));
  const name = heads.findIndex((head) => plain(head) === 'name');
  const columns = columnsOf(heads, ledger);
  const known = new Set([...OWN, ...ledger.fields.map(plain)]);
  const unknown = heads.filter((head, i) => head !== '' && !columns.has(i) && !known.has(plain(head)));
  const refused =
    lines.length === 0
      ? 'empty'
      : email < 0 && name < 0
        ? 'no-person'
        : columns.size === 0
          ? 'no-assignment'
          : null;
  const result: Figures = { changes: [], faults: [], unknown, refused };
  if (refused) return result;
  const said = new Map<string, Said[]>();
  for (const { cells, number } of lines) {
    const [mail, called] = [cells[email] ?? '', cells[name] ?? ''];
    const row = personOf(ledger, mail, called);
    if (!row) {
      result.faults.push({ line: number, code: 'nobody', words: mail || called });
      continue;
    }
    for (const [place, column] of columns) {
      const written = (cells[place] ?? '').trim();
      const [assignment, cell] = [ledger.assignments[column], row.cells[column]];
      if (written === '' || !assignment || !cell) continue;
      const read = figureOf(written, assignment, cell, row.student.name);
      if ('code' in read) result.faults.push({ ...read, line: number });
      else said.set(read.handInId, [...(said.get(read.handInId) ?? []), { ...read, line: number, written }]);
    }
  }
  for (const [one, ...others] of said.values()) {
    if (!one) continue;
    const other = others.find(({ units }) => units !== one.units);
    if (other) {
      const words = `${one.student}, ${one.assignment}: ${one.written}, ${other.written}`;
      result.faults.push({ line: other.line, code: 'two-figures', words });
      continue;
    }
    const { line, written, ...figure } = one;
    const students = [...new Set([one, ...others].map(({ student }) => student))];
    if (figure.units !== figure.was) result.changes.push({ ...figure, student: students.join(', ') });
  }
  result.faults.sort((a, b) => a.line - b.line);
  return result;
}

/** What a line says of a hand-in. */
interface Said extends FigureChange {
  line: number;
  written: string;
}

/** Which assignment each column is called like, both by their places; of two of one title the first, then the second. */
function columnsOf(heads: readonly string[], { assignments }: Ledger): Map<number, number> {
  const columns = new Map<number, number>();
  for (const [at, head] of heads.entries()) {
    const taken = new Set(columns.values());
    const place = assignments.findIndex(
      ({ title, mostUnits }, i) =>
        !taken.has(i) &&
        [plain(title), plain(`${title} (${formatPoints(mostUnits)})`)].includes(
          plain(head).replace(/(\)) \d+$/, '$1'),
        ),
    );
    if (place >= 0) columns.set(at, place);
  }
  return columns;
}

function personOf({ rows }: Ledger, email: string, name: string): Ledger['rows'][number] | undefined {
  if (plain(email) !== '') return rows.find((row) => plain(row.student.email) === plain(email));
  // A name that two have says nothing. The sign that keeps a spreadsheet from running it does not belong to it.
  const called = plain(name.replace(/^'/, ''));
  const found = rows.filter((row) => plain(row.student.listed) === called);
  return found.length === 1 ? found[0] : undefined;
}

function figureOf(
  written: string,
  { title, mostUnits: most, roundTo }: LedgerAssignment,
  { handInId, units: was, state, mostUnits }: LedgerCell,
  student: string,
): FigureChange | Omit<FigureFault, 'line'> {
  const units = parsePoints(written);
  const words = `${student}, ${title}: ${written}`;
  if (units === null || units < 0) return { code: 'unreadable', words };
  if (!handInId || was === null || state === 'waiting' || state === 'exempt')
    return { code: 'nothing-judged', words };
  if (units > mostUnits) return { code: 'too-many', words };
  if (roundPoints(units, roundTo, [most, mostUnits]) !== units) return { code: 'rounded', words };
  return { handInId, student, assignment: title, was, units };
}
