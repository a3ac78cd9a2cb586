import type { Assignment } from '@nachweis/contract';
import { fieldsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';

/** Who hands in together. */
export interface Group {
  /** what the class list says in the assignment's column; empty where it says nothing for this person */
  value: string;
  /** the person first, then the others by id */
  personIds: string[];
}

type Grouped = Pick<Assignment, 'courseId' | 'groupColumn'>;

/**
 * With whom each student of an assignment hands in, as the class list says now; null where each hands in alone. Who has
 * nothing in the column hands in alone.
 */
export async function readGroups(
  db: DbOrTrx,
  { courseId, groupColumn }: Grouped,
): Promise<(studentId: string) => Group | null> {
  if (groupColumn === null) return () => null;
  const rows = await db
    .selectFrom('members')
    .select(['person_id', 'fields'])
    .where('course_id', '=', courseId)
    .where('role', '=', 'student')
    .orderBy('person_id')
    .execute();
  const teamOf = new Map(
    rows.map((row) => [row.person_id, fieldsColumn.read(row.fields)[groupColumn]?.trim() ?? '']),
  );
  return (studentId) => {
    const value = teamOf.get(studentId) ?? '';
    const mates = value === '' ? [] : [...teamOf].filter(([id, one]) => id !== studentId && one === value);
    return { value, personIds: [studentId, ...mates.map(([id]) => id)] };
  };
}

/** The same of one student. */
export const readGroup = async (db: DbOrTrx, assignment: Grouped, studentId: string): Promise<Group | null> =>
  (await readGroups(db, assignment))(studentId);
