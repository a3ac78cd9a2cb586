import Papa from 'papaparse';
import { tableLines } from '../ui/tableLines.ts';

/** A line by the names of its columns, in small letters. */
type Row = ReadonlyMap<string, string>;

/** Who is in which class of a school, as three tables say it. */
export interface Roster {
  /** the heads of its people, as they are written */
  heads: readonly string[];
  /** by their id */
  users: ReadonlyMap<string, Row>;
  /** by their id; empty where that table was not chosen */
  classes: ReadonlyMap<string, Row>;
  enrollments: readonly Row[];
}

export type RosterRefusal = 'several' | 'no-users' | 'no-enrollments';

/** A class that somebody is in. */
export interface RosterClass {
  id: string;
  title: string;
  people: number;
}

/** How a line says that it was taken away. */
const GONE = 'tobedeleted';
const isThere = (row: Row) => row.get('status')?.toLowerCase() !== GONE;
const of = (row: Row, column: string) => row.get(column)?.trim() ?? '';

/**
 * Several tables as a school's export: users, classes and enrollments, each known by its columns (OneRoster 1.2, CSV
 * binding: users.csv, classes.csv, enrollments.csv; from memory of the specification). Classes may be left out, and other
 * tables of the export say nothing here.
 */
export function rosterOf(texts: readonly string[]): Roster | RosterRefusal {
  let heads: readonly string[] = [];
  const users = new Map<string, Row>();
  const classes = new Map<string, Row>();
  const enrollments: Row[] = [];
  let [hasUsers, hasEnrollments, hasClasses] = [false, false, false];
  for (const text of texts) {
    const [first, ...lines] = tableLines(text);
    const names = (first?.cells ?? []).map((name) => name.trim().toLowerCase());
    const has = (...columns: string[]) => columns.every((column) => names.includes(column));
    const rows = lines
      .map(({ cells }): Row => new Map(names.map((name, i) => [name, cells[i] ?? ''])))
      .filter(isThere);
    if (has('classsourcedid', 'usersourcedid')) {
      hasEnrollments = true;
      enrollments.push(...rows);
    } else if (has('sourcedid', 'familyname')) {
      hasUsers = true;
      heads = first?.cells ?? [];
      for (const row of rows) users.set(of(row, 'sourcedid'), row);
    } else if (has('sourcedid', 'title') && (has('classtype') || has('coursesourcedid'))) {
      hasClasses = true;
      for (const row of rows) classes.set(of(row, 'sourcedid'), row);
    }
  }
  if (!hasUsers) return hasEnrollments || hasClasses ? 'no-users' : 'several';
  return hasEnrollments ? { heads, users, classes, enrollments } : 'no-enrollments';
}

/** The classes in which somebody is whom the tables know, by their titles; of one title, with their codes. */
export function classesOf({ users, classes, enrollments }: Roster): RosterClass[] {
  const people = new Map<string, Set<string>>();
  for (const row of enrollments) {
    const [id, user] = [of(row, 'classsourcedid'), of(row, 'usersourcedid')];
    if (users.has(user)) people.set(id, (people.get(id) ?? new Set()).add(user));
  }
  const found = [...people].map(([id, who]) => {
    const row = classes.get(id);
    return { id, title: (row && of(row, 'title')) || id, code: (row && of(row, 'classcode')) || id, who };
  });
  const isAlone = (title: string) => found.filter((one) => one.title === title).length === 1;
  return found
    .map(({ id, title, code, who }) => ({
      id,
      title: isAlone(title) ? title : `${title} (${code})`,
      people: who.size,
    }))
    .sort((a, b) => a.title.localeCompare(b.title) || a.id.localeCompare(b.id));
}

/** The people of a class as one table, with what they are in it. */
export function listOfClass({ heads, users, enrollments }: Roster, classId: string): string {
  const roles = new Map<string, string>();
  for (const row of enrollments) {
    const user = of(row, 'usersourcedid');
    // Of several the first says what they are.
    if (of(row, 'classsourcedid') === classId && users.has(user) && !roles.has(user))
      roles.set(user, of(row, 'role'));
  }
  // What somebody is in the school says nothing of the class.
  const kept = heads.filter((head) => head.trim().toLowerCase() !== 'role');
  return Papa.unparse({
    fields: [...kept, 'role'],
    data: [...roles].map(([user, role]) => {
      const row = users.get(user);
      return [...kept.map((head) => row?.get(head.trim().toLowerCase()) ?? ''), role];
    }),
  });
}
