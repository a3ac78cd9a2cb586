import type { Ledger, LedgerAssignment, LedgerCell } from '@nachweis/contract';
import { formatPoints, parsePoints } from '@nachweis/core';
import Papa from 'papaparse';

/** A figure that a table would change. */
export interface FigureChange {
  handInId: string;
  student: string;
  assignment: string;
  /** in units */
  was: number;
  units: number;
}

/** A line, or a figure of it, that cannot be entered. */
export interface FigureFault {
  /** of the table, the heads are line 1 */
  line: number;
  code: 'nobody' | 'unreadable' | 'too-many' | 'nothing-judged';
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
 * the point.
 */
export function readFigures(text: string, ledger: Ledger): Figures {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const heads = meta.fields ?? [];
  const email = heads.find((head) => ['e-mail', 'email'].includes(plain(head)));
  const name = heads.find((head) => plain(head) === 'name');
  const columns = columnsOf(heads, ledger);
  const fields = new Set(ledger.fields.map(plain));
  const unknown = heads.filter(
    (head) => !columns.has(head) && !OWN.has(plain(head)) && !fields.has(plain(head)),
  );
  const refused =
    data.length === 0 ? 'empty' : !email && !name ? 'no-person' : columns.size === 0 ? 'no-assignment' : null;
  const result: Figures = { changes: [], faults: [], unknown, refused };
  if (refused) return result;
  for (const [i, line] of data.entries()) {
    const number = i + 2;
    const [mail, called] = [email ? (line[email] ?? '') : '', name ? (line[name] ?? '') : ''];
    const row = personOf(ledger, mail, called);
    if (!row) {
      result.faults.push({ line: number, code: 'nobody', words: mail || called });
      continue;
    }
    for (const [head, column] of columns) {
      const written = (line[head] ?? '').trim();
      const [assignment, cell] = [ledger.assignments[column], row.cells[column]];
      if (written === '' || !assignment || !cell) continue;
      const read = figureOf(written, assignment, cell, row.student.name);
      if (read === null) continue;
      if ('code' in read) result.faults.push({ ...read, line: number });
      else result.changes.push(read);
    }
  }
  return result;
}

/** Heads that are an assignment's title, by its place; of two of one title the first, then the second. */
function columnsOf(heads: readonly string[], { assignments }: Ledger): Map<string, number> {
  const columns = new Map<string, number>();
  for (const head of heads) {
    const taken = new Set(columns.values());
    const place = assignments.findIndex(
      ({ title, mostUnits }, i) =>
        !taken.has(i) &&
        [plain(title), plain(`${title} (${formatPoints(mostUnits)})`)].includes(
          plain(head).replace(/(\)) \d+$/, '$1'),
        ),
    );
    if (place >= 0) columns.set(head, place);
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

/** Null where it says what is there already. */
function figureOf(
  written: string,
  { title, mostUnits }: LedgerAssignment,
  { handInId, units: was, state }: LedgerCell,
  student: string,
): FigureChange | Omit<FigureFault, 'line'> | null {
  const units = parsePoints(written);
  const words = `${student}, ${title}: ${written}`;
  if (units === null || units < 0) return { code: 'unreadable', words };
  if (!handInId || was === null || state === 'waiting' || state === 'exempt')
    return { code: 'nothing-judged', words };
  if (units > mostUnits) return { code: 'too-many', words };
  return units === was ? null : { handInId, student, assignment: title, was, units };
}
