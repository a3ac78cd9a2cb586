import { createDefinition } from '../assignments/definitions.ts';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import type { Handlers } from '../http/router.ts';
import { enterMember } from '../people/enterMember.ts';
import { changeCourse, removeCourse } from './changeCourse.ts';
import { copyCourse } from './copyCourse.ts';
import { enterPeople } from './enterPeople.ts';
import { makeLinks } from './makeLinks.ts';
import { readCourse } from './readCourse.ts';

type CourseHandlers = Pick<
  Handlers,
  | 'listCourses'
  | 'createCourse'
  | 'changeCourse'
  | 'removeCourse'
  | 'copyCourse'
  | 'readCourse'
  | 'enterPeople'
  | 'leaveCourse'
  | 'makeLinks'
  | 'createAssignment'
>;

export function courseHandlers(context: Context): CourseHandlers {
  const { db } = context;
  return {
    async listCourses() {
      const rows = await db
        .selectFrom('courses')
        .leftJoin('members', 'members.course_id', 'courses.id')
        .select(['courses.id', 'courses.title', 'time_zone', 'language'])
        .select((eb) => eb.fn.count<number>('members.person_id').as('people'))
        // One in which somebody tries assignments is nobody's to manage.
        .where('courses.trial_for', 'is', null)
        .groupBy('courses.id')
        .orderBy('courses.title')
        .execute();
      return rows.map(({ time_zone, ...row }) => ({ ...row, timeZone: time_zone }));
    },
    async createCourse({ params, body, actor }) {
      const { courseId: id } = params;
      const row = { title: body.title, time_zone: body.timeZone, language: body.language };
      await db.transaction().execute(async (trx) => {
        const there = await trx.selectFrom('courses').select('id').where('id', '=', id).executeTakeFirst();
        // Asked again after a lost answer.
        if (there) return;
        await trx
          .insertInto('courses')
          .values({ id, ...row })
          .execute();
        await enterMember(trx, { courseId: id, personId: actor.personId, role: 'instructor' });
      });
      return readCourse(context, id);
    },
    async changeCourse({ params, body }) {
      await changeCourse(context, params.courseId, body);
      return readCourse(context, params.courseId);
    },
    async removeCourse({ params }) {
      await removeCourse(context, params.courseId);
      return { removed: true };
    },
    async copyCourse({ params, body, actor }) {
      await copyCourse(context, params.courseId, body, actor.personId);
      return readCourse(context, body.id);
    },
    readCourse: ({ params }) => readCourse(context, params.courseId),
    enterPeople: ({ params, body, actor }) => enterPeople(context, params.courseId, body, actor.personId),
    async leaveCourse({ params: { courseId, personId }, actor }) {
      // A course without its instructor could be managed by nobody but an administrator.
      if (personId === actor.personId) throw new HttpProblem('in-use', { of: 'own-membership' });
      const { numDeletedRows } = await db
        .deleteFrom('members')
        .where('course_id', '=', courseId)
        .where('person_id', '=', personId)
        .executeTakeFirst();
      if (numDeletedRows === 0n) throw notFound('person');
      return readCourse(context, courseId);
    },
    makeLinks: ({ params, body, actor }) => makeLinks(context, params.courseId, body, actor.personId),
    createAssignment: ({ params, body, actor }) =>
      createDefinition(context, params.courseId, body.id, body.definition, actor.personId),
  };
}
