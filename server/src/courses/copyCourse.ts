import type { CourseCopy } from '@nachweis/contract';
import { daysLater } from '@nachweis/core';
import { definitionOf } from '../assignments/definitions.ts';
import { readCourseAssignments } from '../assignments/documents.ts';
import { insertAssignment } from '../assignments/enterAssignment.ts';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { enterMember } from '../people/enterMember.ts';
import { copyReferences } from '../references/references.ts';
import { copyWorkFiles } from '../workFiles/workFiles.ts';

/**
 * Makes a course for another term: its assignments as drafts with all their times moved, and its staff; no students,
 * nothing that was handed in. Who asks is one of its instructors. Asking again with the same id makes nothing more.
 *
 * @throws HttpProblem `not-found`; `already-exists` where the id is another course's
 */
export async function copyCourse(
  { db, now }: Context,
  courseId: string,
  { id, title, days }: CourseCopy,
  by: string,
): Promise<void> {
  const at = now().toISOString();
  await db.transaction().execute(async (trx) => {
    const course = await trx.selectFrom('courses').selectAll().where('id', '=', courseId).executeTakeFirst();
    if (!course) throw notFound('course');
    const { time_zone, language, house_ink } = course;
    const there = await trx
      .selectFrom('courses')
      .leftJoin('members', (join) =>
        join.onRef('members.course_id', '=', 'courses.id').on('members.person_id', '=', by),
      )
      .select(['title', 'members.role'])
      .where('courses.id', '=', id)
      .executeTakeFirst();
    // Its answer shows the course: one that is another's, or is the one that is copied, is not the copy.
    if (there && (there.title !== title || there.role !== 'instructor' || id === courseId))
      throw new HttpProblem('already-exists', { of: 'course' });
    if (there) return;
    await trx.insertInto('courses').values({ id, title, time_zone, language, house_ink }).execute();
    const staff = await trx
      .selectFrom('members')
      .select(['person_id', 'role'])
      .where('course_id', '=', courseId)
      .where('role', '!=', 'student')
      .where('person_id', '!=', by)
      .execute();
    await enterMember(trx, { courseId: id, personId: by, role: 'instructor' });
    for (const { person_id: personId, role } of staff)
      await enterMember(trx, { courseId: id, personId, role });
    for (const assignment of await readCourseAssignments(trx, [courseId])) {
      const definition = definitionOf(assignment);
      const later = (instant: string) => daysLater(instant, days, time_zone);
      const moved = {
        ...definition,
        opensAt: later(definition.opensAt),
        dueAt: later(definition.dueAt),
        lateUntil: definition.lateUntil && later(definition.lateUntil),
      };
      const copy = await insertAssignment(trx, id, moved, at, { by, stage: 'draft' });
      await copyReferences(trx, assignment, copy);
      await copyWorkFiles(trx, assignment.id, copy.id);
    }
  });
}
