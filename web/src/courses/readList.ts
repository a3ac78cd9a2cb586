import { MAX_PEOPLE, PersonLine, type Role } from '@nachweis/contract';
import Papa from 'papaparse';
import type { ListRefusal } from '../words/classList.ts';

/** A class list as it was read: its lines, each with what is wrong with it. */
export interface ClassList {
  lines: Array<{ number: number; person: PersonLine | null; shown: string; faults: string[] }>;
  /** columns that are kept beside the usual ones, such as a station code */
  columns: string[];
  /** `not-utf-8`: it was read as Windows-1252, and letters may be wrong */
  notes: Array<'not-utf-8'>;
  /** why nothing of it can be taken; null where it can */
  refused: ListRefusal | null;
}

/**
 * Names of columns by what they hold, in small letters without spaces and signs. The first of each is that of OneRoster
 * 1.2, users.csv (from memory of the specification); the others are common practice.
 */
const COLUMNS: Readonly<Record<'givenName' | 'surname' | 'email' | 'role' | 'sortName', readonly string[]>> =
  {
    givenName: ['givenname', 'firstname', 'given', 'forename', 'vorname'],
    surname: ['familyname', 'surname', 'lastname', 'family', 'nachname', 'name'],
    email: ['email', 'mail', 'emailaddress', 'username'],
    role: ['role', 'roles'],
    sortName: ['sortname'],
  };
/** Columns of OneRoster that say nothing here. */
const IGNORED = new Set([
  'sourcedid',
  'status',
  'datelastmodified',
  'enableduser',
  'orgsourcedids',
  'userids',
  'middlename',
  'identifier',
  'sms',
  'phone',
  'agentsourcedids',
  'grades',
  'password',
]);

/** Roles of OneRoster and of this application. */
const ROLES: Readonly<Record<string, Role>> = {
  '': 'student',
  student: 'student',
  learner: 'student',
  instructor: 'instructor',
  teacher: 'instructor',
  marker: 'marker',
  aide: 'marker',
  tutor: 'marker',
};

const plain = (name: string) => name.toLowerCase().replace(/[^a-z0-9]/g, '');
/** A column's name as rules and texts write it in braces. */
const fieldName = (name: string) =>
  name
    .trim()
    .replace(/[^A-Za-z0-9_-]+/g, '-')
    .replace(/^[^A-Za-z]+/, '');

export function readList(bytes: Uint8Array): ClassList {
  const { text, utf8 } = decoded(bytes);
  const notes: ClassList['notes'] = utf8 ? [] : ['not-utf-8'];
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const names = meta.fields ?? [];
  const holds = (what: keyof typeof COLUMNS) =>
    COLUMNS[what].map((one) => names.find((name) => plain(name) === one)).find((name) => name !== undefined);
  const found = {
    givenName: holds('givenName'),
    surname: holds('surname'),
    email: holds('email'),
    role: holds('role'),
    sortName: holds('sortName'),
  };
  const known = new Set(Object.values(found));
  const columns = names.filter(
    (name) => !known.has(name) && !IGNORED.has(plain(name)) && fieldName(name) !== '',
  );
  const nothing = (refused: NonNullable<ClassList['refused']>): ClassList => ({
    lines: [],
    columns: [],
    notes,
    refused,
  });
  if (data.length === 0) return nothing('empty');
  if (!found.surname) return nothing('no-surname');
  if (!found.email) return nothing('no-email');
  if (data.length > MAX_PEOPLE) return nothing('too-long');
  const cell = (row: Record<string, string>, name: string | undefined) =>
    name ? (row[name] ?? '').trim() : '';
  const lines = data.map((row, i) => {
    const fields = Object.fromEntries(
      columns.map((name) => [fieldName(name), cell(row, name)]).filter(([, value]) => value !== ''),
    );
    const sortName = cell(row, found.sortName);
    const role = cell(row, found.role).toLowerCase();
    const parsed = PersonLine.safeParse({
      givenName: cell(row, found.givenName),
      surname: cell(row, found.surname),
      email: cell(row, found.email),
      role: ROLES[role] ?? role,
      ...(sortName && { sortName }),
      fields,
    });
    return {
      number: i + 2,
      person: parsed.success ? parsed.data : null,
      shown: [cell(row, found.givenName), cell(row, found.surname)].join(' ').trim(),
      faults: parsed.success
        ? []
        : parsed.error.issues.map(({ path, message }) => (path[0] === 'role' ? 'role-unknown' : message)),
    };
  });
  return { lines, columns: columns.map(fieldName), notes, refused: null };
}

/** As UTF-8, which lists ought to be; else as what spreadsheet programs write without being asked. */
function decoded(bytes: Uint8Array): { text: string; utf8: boolean } {
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), utf8: true };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), utf8: false };
  }
}
