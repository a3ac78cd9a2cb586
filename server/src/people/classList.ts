import type { Assignment } from '@nachweis/contract';
import { type Fields, fillFields, listName, nameOrder } from '@nachweis/core';
import { fieldsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';

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
  /** as it is sorted; empty for who is not in the course any more */
  listed: (personId: string) => string;
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
    .select(['people.id', 'surname', 'given_name', 'sort_name', 'role'])
    .where('course_id', '=', courseId)
    .execute();
  const names = new Map(
    rows.map((row) => [
      row.id,
      listName({ surname: row.surname, givenName: row.given_name, sortName: row.sort_name }, language),
    ]),
  );
  const compare = nameOrder(language);
  const listed = (personId: string) => names.get(personId) ?? '';
  const studentIds = rows
    .filter((row) => row.role === 'student')
    .map((row) => row.id)
    .sort((a, b) => compare(listed(a), listed(b)));
  return { listed, compare, studentIds };
}
