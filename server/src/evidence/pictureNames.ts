import type { Assignment } from '@nachweis/contract';
import {
  CoreError,
  FORMAT_FACTS,
  formName,
  type NameFacts,
  type PictureFormat,
  PLAIN_NAME_RULE,
} from '@nachweis/core';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readFields } from '../people/classList.ts';

/** A function that names the pictures of a student's attempt by the assignment's rule. */
export async function pictureNamer(
  context: Context,
  db: DbOrTrx,
  assignment: Assignment,
  studentId: string,
  attempt: number,
): Promise<(point: string, picture: number, format: PictureFormat) => string> {
  const { given_name, surname } = await db
    .selectFrom('people')
    .select(['given_name', 'surname'])
    .where('id', '=', studentId)
    .executeTakeFirstOrThrow();
  const facts = {
    surname,
    givenName: given_name,
    course: assignment.courseTitle,
    assignment: assignment.title,
    attempt,
    fields: await readFields(db, assignment.courseId, studentId),
    at: context.now().toISOString(),
    timeZone: assignment.timeZone,
  };
  return (point, picture, format) =>
    nameBy(assignment, { ...facts, point, picture }, FORMAT_FACTS[format].extensions[0]);
}

function nameBy(
  { nameRule, nameTarget }: Pick<Assignment, 'nameRule' | 'nameTarget'>,
  facts: NameFacts,
  extension: string,
): string {
  try {
    return formName(nameRule, facts, extension, nameTarget);
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return formName(PLAIN_NAME_RULE, facts, extension, nameTarget);
  }
}
