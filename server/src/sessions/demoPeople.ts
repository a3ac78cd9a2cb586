import type { DemoPerson } from '@nachweis/contract';
import { listName, nameOrder } from '@nachweis/core';
import type { DbOrTrx } from '../db/database.ts';
import { fullName } from '../people/names.ts';

/** Whom a demo offers to sign in as: by role, and in the order of the lists of their course. */
export async function readDemoPeople(db: DbOrTrx): Promise<DemoPerson[]> {
  const rows = await db
    .selectFrom('people')
    .innerJoin('members', 'members.person_id', 'people.id')
    .innerJoin('courses', 'courses.id', 'members.course_id')
    .select(['people.id', 'given_name', 'surname', 'sort_name', 'demo_note', 'role', 'language'])
    .where('demo_note', 'is not', null)
    .orderBy('role')
    .orderBy('courses.id')
    .execute();
  // Whoever is in several courses is one person.
  const people = rows.filter((row, i) => rows.findIndex((r) => r.id === row.id && r.role === row.role) === i);
  const compare = nameOrder(rows[0]?.language ?? 'en');
  const listed = (row: (typeof rows)[number]) =>
    listName({ surname: row.surname, givenName: row.given_name, sortName: row.sort_name }, row.language);
  return people
    .sort((a, b) => (a.role === b.role ? compare(listed(a), listed(b)) : 0))
    .map((row) => ({ id: row.id, name: fullName(row), role: row.role, note: row.demo_note ?? '' }));
}
