import type { CourseChange } from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { hasHandIns } from './hasHandIns.ts';

/**
 * Changes what a course is. How late something is counts the days of its time zone, so the zone stays as soon as
 * something was handed in: a grade must not move because a course was.
 *
 * @throws HttpProblem `not-found`; `stale-version` where it is not any more what was looked at; `in-use` for a time zone
 */
export async function changeCourse(
  { db }: Context,
  courseId: string,
  { was, ...wanted }: CourseChange,
): Promise<void> {
  await db.transaction().execute(async (trx) => {
    const now = await factsOf(trx, courseId);
    // Asked again after a lost answer.
    if (isSame(now, wanted)) return;
    if (!isSame(now, was)) throw new HttpProblem('stale-version', { of: 'course' });
    if (wanted.timeZone !== now.timeZone && (await hasHandIns(trx, courseId)))
      throw new HttpProblem('in-use', { of: 'time-zone' });
    const { title, timeZone: time_zone, language } = wanted;
    await trx.updateTable('courses').set({ title, time_zone, language }).where('id', '=', courseId).execute();
  });
}

/**
 * Removes a course that was made by mistake: one in which no assignment was ever made.
 *
 * @throws HttpProblem `in-use` where it has one, or where letters to its people are still being sent
 */
export async function removeCourse({ db }: Context, courseId: string): Promise<void> {
  await db.transaction().execute(async (trx) => {
    const assignment = await trx
      .selectFrom('assignments')
      .select('id')
      .where('course_id', '=', courseId)
      .limit(1)
      .executeTakeFirst();
    if (assignment) throw new HttpProblem('in-use', { of: 'course' });
    const mailing = await trx
      .selectFrom('errands')
      .select('id')
      .where('course_id', '=', courseId)
      .where('state', 'in', ['waiting', 'working'])
      .limit(1)
      .executeTakeFirst();
    if (mailing) throw new HttpProblem('in-use', { of: 'course-mailing' });
    await trx.deleteFrom('errands').where('course_id', '=', courseId).execute();
    await trx.deleteFrom('members').where('course_id', '=', courseId).execute();
    await trx.deleteFrom('courses').where('id', '=', courseId).execute();
  });
}

type Facts = CourseChange['was'];

async function factsOf(trx: DbOrTrx, courseId: string): Promise<Facts> {
  const row = await trx
    .selectFrom('courses')
    .select(['title', 'time_zone as timeZone', 'language'])
    .where('id', '=', courseId)
    .executeTakeFirst();
  if (!row) throw notFound('course');
  return row;
}

const isSame = (a: Facts, b: Facts) =>
  a.title === b.title && a.timeZone === b.timeZone && a.language === b.language;
