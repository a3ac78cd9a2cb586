import type { FoundPerson, Known } from '@nachweis/contract';
import { sql } from 'kysely';
import type { DbOrTrx } from '../db/database.ts';
import { notFound } from '../http/problem.ts';
import { fullName } from '../people/names.ts';
import { isRemovedEmail } from '../people/removedEmail.ts';
import { countKnown } from './knownKinds.ts';

/** What is known of a person. @throws HttpProblem `not-found` */
export async function readKnown(db: DbOrTrx, personId: string): Promise<Known> {
  const person = await db
    .selectFrom('people')
    .select(['id', 'given_name', 'surname', 'email'])
    .where('id', '=', personId)
    .executeTakeFirst();
  if (!person) throw notFound('person');
  const lines = await countKnown(db, personId);
  return {
    person: { id: person.id, name: fullName(person), email: emailOf(person) },
    lines,
    nameStays: lines.some(({ count, fate }) => fate === 'stays' && count > 0),
  };
}

const MOST_FOUND = 50;

/** People whose name or e-mail has some words in it, by name. */
export async function findPeople(db: DbOrTrx, words: string): Promise<FoundPerson[]> {
  // What people type is no pattern.
  const like = `%${words.replace(/[\\%_]/g, '\\$&')}%`;
  const rows = await db
    .selectFrom('people')
    .select(['id', 'given_name', 'surname', 'email'])
    .where(
      sql<boolean>`given_name || ' ' || surname LIKE ${like} ESCAPE '\\' OR email LIKE ${like} ESCAPE '\\'`,
    )
    .orderBy('surname')
    .orderBy('given_name')
    .orderBy('id')
    .limit(MOST_FOUND)
    .execute();
  if (rows.length === 0) return [];
  const courses = await db
    .selectFrom('members')
    .innerJoin('courses', 'courses.id', 'members.course_id')
    .select(['person_id', 'title'])
    .where(
      'person_id',
      'in',
      rows.map((row) => row.id),
    )
    .where('trial_for', 'is', null)
    .orderBy('title')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    name: fullName(row),
    email: emailOf(row),
    courses: courses.filter((one) => one.person_id === row.id).map((one) => one.title),
  }));
}

/** Empty for who was removed. */
const emailOf = ({ email }: { email: string }): string => (isRemovedEmail(email) ? '' : email);
