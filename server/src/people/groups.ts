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

/**
 * With whom a student hands in, as the class list says now; null where each hands in alone. Who has nothing in the column
 * hands in alone.
 */
export async function readGroup(
  db: DbOrTrx,
  { courseId, groupColumn }: Pick<Assignment, 'courseId' | 'groupColumn'>,
  studentId: string,
): Promise<Group | null> {
  if (groupColumn === null) return null;
  const rows = await db
    .selectFrom('members')
    .select(['person_id', 'fields'])
    .where('course_id', '=', courseId)
    .where('role', '=', 'student')
    .orderBy('person_id')
    .execute();
  const teamOf = (fields: string) => fieldsColumn.read(fields)[groupColumn]?.trim() ?? '';
  const own = rows.find((row) => row.person_id === studentId);
  const value = own ? teamOf(own.fields) : '';
  const mates = value === '' ? [] : rows.filter((row) => row !== own && teamOf(row.fields) === value);
  return { value, personIds: [studentId, ...mates.map((row) => row.person_id)] };
}
