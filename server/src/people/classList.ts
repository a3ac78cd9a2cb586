import type { Assignment } from '@nachweis/contract';
import { type Fields, fillFields, listName, nameOrder, tellApart } from '@nachweis/core';
import { fieldsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import type { Names } from './names.ts';

/** What the class list of a course knows of one person besides the name. */
export async function readFields(db: DbOrTrx, courseId: string, personId: string): Promise<Fields> {
  const row = await db
    .selectFrom('members')
    .select('fields')
    .where('course_id', '=', courseId)
    .where('person_id', '=', personId)
    .executeTakeFirst();
  return fieldsColumn.read(row?.fields);
}

/** What it knew when a hand-in was made; of several people that of the first who has a value. */
export async function fieldsOfHandIn(db: DbOrTrx, handInId: string): Promise<Fields> {
  const rows = await db
    .selectFrom('hand_in_people')
    .select('fields')
    .where('hand_in_id', '=', handInId)
    .orderBy('person_id', 'desc')
    .execute();
  return Object.assign({}, ...rows.map((row) => fieldsColumn.read(row.fields)));
}

/** An assignment as one person is asked it: with their own values where a text names a column of the class list. */
export function asAsked(assignment: Assignment, fields: Fields): Assignment {
  const fill = (text: string) => fillFields(text, fields);
  return {
    ...assignment,
    brief: fill(assignment.brief),
    statementPrompt: fill(assignment.statementPrompt),
    proofPoints: assignment.proofPoints.map((point) => ({
      ...point,
      instructions: fill(point.instructions),
      mustShows: point.mustShows.map((mustShow) => ({ ...mustShow, text: fill(mustShow.text) })),
      requirements: { ...point.requirements, words: point.requirements.words.map(fill) },
    })),
  };
}

/** People of a course as its lists show them, and the order those are in. */
export interface ClassOrder {
  /** as it is sorted, with what tells it from others of the same name; empty for who is not in the course any more */
  listed: Names;
  /** a name with what tells it from others, for those who judge */
  told: (names: Names) => Names;
  compare: (a: string, b: string) => number;
  studentIds: string[];
}

export async function readClassOrder(db: DbOrTrx, courseId: string): Promise<ClassOrder> {
  const course = await db
    .selectFrom('courses')
    .select('language')
    .where('id', '=', courseId)
    .executeTakeFirst();
  const language = course?.language ?? 'en';
  const rows = await db
    .selectFrom('members')
    .innerJoin('people', 'people.id', 'members.person_id')
    .select(['people.id', 'surname', 'given_name', 'sort_name', 'role', 'email', 'fields'])
    .where('course_id', '=', courseId)
    .execute();
  const people = rows.map(({ id, surname, given_name: givenName, sort_name: sortName, email, fields }) => ({
    id,
    listed: listName({ surname, givenName, sortName }, language),
    email,
    // Read only where somebody is to be told from somebody else.
    get fields() {
      return fieldsColumn.read(fields);
    },
  }));
  const signs = tellApart(people);
  const apart = (personId: string) => (signs.has(personId) ? ` (${signs.get(personId)})` : '');
  const names = new Map(people.map((person) => [person.id, person.listed + apart(person.id)]));
  const compare = nameOrder(language);
  const listed: Names = (personId) => names.get(personId) ?? '';
  const told =
    (called: Names): Names =>
    (personId) =>
      called(personId) + apart(personId);
  const studentIds = rows
    .filter((row) => row.role === 'student')
    .map((row) => row.id)
    .sort((a, b) => compare(listed(a), listed(b)));
  return { listed, told, compare, studentIds };
}
