import { MAX_PEOPLE, PersonLine, type Role } from '@nachweis/contract';
import { tableLines } from '../ui/tableLines.ts';
import { tableText } from '../ui/tableText.ts';
import type { ListRefusal } from '../words/classList.ts';
import { columnsOf, fieldName, type Kind, type ListColumn, looksLikeEmail, partsOf } from './listColumns.ts';

/** A class list as it was read: its lines, each with what is wrong with it. */
export interface ClassList {
  lines: Array<{ number: number; person: PersonLine | null; shown: string; email: string; faults: string[] }>;
  columns: readonly ListColumn[];
  /** `not-utf-8`: it was read as Windows-1252, and letters may be wrong; `split`: whole names were taken apart; `formula`: cells begin as formulas do */
  notes: Array<'not-utf-8' | 'split' | 'formula'>;
  /** why nothing of it can be taken; null where it can */
  refused: ListRefusal | null;
}

/** Roles of OneRoster and of this application; where none is said, nothing is said of it. */
const ROLES: Readonly<Record<string, Role>> = {
  student: 'student',
  learner: 'student',
  instructor: 'instructor',
  teacher: 'instructor',
  marker: 'marker',
  aide: 'marker',
  tutor: 'marker',
};

/**
 * Reads a class list: separated by commas, semicolons or tabs, with or without a line that names the columns.
 * @param columns what its columns hold, where somebody has said so
 */
export function readList(bytes: Uint8Array, columns?: readonly ListColumn[]): ClassList {
  const { text, sure, isWorkbook } = tableText(bytes);
  const notes: ClassList['notes'] = sure ? [] : ['not-utf-8'];
  const all = tableLines(text);
  // Who has an e-mail address is a person, not the name of a column.
  const isNamed = !all[0]?.cells.some(looksLikeEmail);
  const lines = isNamed ? all.slice(1) : all;
  const widest = Math.max(0, ...all.map(({ cells }) => cells.length));
  const titles = Array.from({ length: widest }, (_, i) => (isNamed ? (all[0]?.cells[i] ?? '').trim() : ''));
  const rows = lines.map(({ cells }) => cells);
  const known = columns ?? columnsOf(titles, rows);
  const has = (kind: Kind) => known.some((one) => one.kind === kind);
  const refused: ListRefusal | null = isWorkbook
    ? 'workbook'
    : lines.length === 0
      ? 'empty'
      : !has('surname') && !has('wholeName')
        ? 'no-surname'
        : !has('email')
          ? 'no-email'
          : lines.length > MAX_PEOPLE
            ? 'too-long'
            : null;
  if (refused !== null) return { lines: [], columns: lines.length > 0 ? known : [], notes, refused };
  if (has('wholeName')) notes.push('split');
  if (rows.some((cells) => cells.some((cell) => cell.trim().startsWith('=')))) notes.push('formula');
  return {
    lines: lines.map(({ cells, number }) => ({ number, ...personOf(cells, known) })),
    columns: known,
    notes,
    refused,
  };
}

function personOf(cells: readonly string[], columns: readonly ListColumn[]) {
  const cellOf = (kind: Kind) => cells[columns.findIndex((one) => one.kind === kind)]?.trim() ?? '';
  const whole = cellOf('wholeName');
  const { givenName, surname } = whole
    ? partsOf(whole)
    : { givenName: cellOf('givenName'), surname: cellOf('surname') };
  const fields = Object.fromEntries(
    columns.flatMap(({ kind, title }, i) => {
      const value = cells[i]?.trim() ?? '';
      return kind === 'own' && value !== '' ? [[fieldName(title) || `column-${i + 1}`, value]] : [];
    }),
  );
  const [role, sortName] = [cellOf('role').toLowerCase(), cellOf('sortName')];
  const email = cellOf('email');
  const parsed = PersonLine.safeParse({
    givenName,
    surname,
    email,
    ...(role && { role: ROLES[role] ?? role }),
    ...(sortName && { sortName }),
    fields,
  });
  return {
    person: parsed.success ? parsed.data : null,
    shown: [surname, givenName].filter(Boolean).join(', '),
    email,
    faults: parsed.success
      ? []
      : parsed.error.issues.map(({ path, message }) => (path[0] === 'role' ? 'role-unknown' : message)),
  };
}
