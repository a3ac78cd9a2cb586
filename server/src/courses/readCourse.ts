import type { CourseView } from '@nachweis/contract';
import { readCourseAssignments } from '../assignments/documents.ts';
import { windowOf } from '../assignments/windowOf.ts';
import type { Context } from '../context.ts';
import { fieldsColumn } from '../db/columns.ts';
import { notFound } from '../http/problem.ts';
import { readClassOrder } from '../people/classList.ts';
import { hasHandIns } from './hasHandIns.ts';

/** A course with its people, in the order of its lists, and its assignments, the next due first. */
export async function readCourse({ db, now, post }: Context, courseId: string): Promise<CourseView> {
  const course = await db.selectFrom('courses').selectAll().where('id', '=', courseId).executeTakeFirst();
  if (!course) throw notFound('course');
  const rows = await db
    .selectFrom('members')
    .innerJoin('people', 'people.id', 'members.person_id')
    .select([
      'people.id',
      'given_name',
      'surname',
      'email',
      'password_hash',
      'members.role',
      'members.fields',
      'members.sort_name',
    ])
    .where('course_id', '=', courseId)
    .execute();
  const { listed, compare } = await readClassOrder(db, courseId);
  const counts = await db
    .selectFrom('hand_ins')
    .innerJoin('assignments', 'assignments.id', 'hand_ins.assignment_id')
    .select((eb) => ['assignment_id', eb.fn.countAll<number>().as('count')])
    .where('assignments.course_id', '=', courseId)
    .where('withdrawn_at', 'is', null)
    .groupBy('assignment_id')
    .execute();
  const zoneIsFree = !(await hasHandIns(db, courseId));
  const handIns = new Map(counts.map((row) => [row.assignment_id, row.count]));
  const at = now().toISOString();
  const assignments = await readCourseAssignments(db, [courseId]);
  return {
    id: courseId,
    title: course.title,
    timeZone: course.time_zone,
    language: course.language,
    houseInk: course.house_ink,
    sendsMail: post.sends,
    zoneIsFree,
    people: rows
      .map((row) => ({
        id: row.id,
        givenName: row.given_name,
        surname: row.surname,
        listed: listed(row.id),
        sortName: row.sort_name,
        email: row.email,
        role: row.role,
        fields: fieldsColumn.read(row.fields),
        canSignIn: row.password_hash !== '',
      }))
      .sort((a, b) => compare(a.listed, b.listed)),
    assignments: assignments
      .map((one) => ({
        id: one.id,
        title: one.title,
        stage: one.stage,
        window: windowOf(one, one, at),
        opensAt: one.opensAt,
        dueAt: one.dueAt,
        lateUntil: one.lateUntil,
        handIns: handIns.get(one.id) ?? 0,
      }))
      .sort((a, b) => a.dueAt.localeCompare(b.dueAt)),
  };
}
