import {
  CourseChange,
  CourseCopy,
  CourseLine,
  CourseView,
  CourseWrite,
  LinksMade,
  PeopleAnswer,
  PeopleWrite,
} from '../courses.ts';
import type { Endpoint } from '../endpoint.ts';
import { FiguresWrite, FiguresWritten } from '../figures.ts';
import { Ledger } from '../ledgers.ts';
import { MAX_PEOPLE } from '../limits.ts';
import { Id } from '../shared.ts';
import { z } from '../zod.ts';

/** Courses and the people in them. */
export const courseEndpoints = {
  listCourses: {
    method: 'get',
    path: '/api/courses',
    access: 'admin',
    summary: 'All courses.',
    response: z.array(CourseLine),
  },
  createCourse: {
    method: 'put',
    path: '/api/courses/:courseId',
    access: 'admin',
    summary: 'Makes a course. Who makes it is its first instructor.',
    params: z.object({ courseId: Id }),
    body: CourseWrite,
    response: CourseView,
  },
  readCourse: {
    method: 'get',
    path: '/api/courses/:courseId',
    access: 'course-manager',
    summary: 'A course with its people and assignments.',
    params: z.object({ courseId: Id }),
    response: CourseView,
  },
  changeCourse: {
    method: 'put',
    path: '/api/courses/:courseId/facts',
    access: 'course-manager',
    summary: 'Changes title, language of names and, as long as nothing was handed in, the time zone.',
    params: z.object({ courseId: Id }),
    body: CourseChange,
    response: CourseView,
  },
  removeCourse: {
    method: 'delete',
    path: '/api/courses/:courseId',
    access: 'course-manager',
    summary: 'Removes a course that has no assignment. Its people stay people of the server.',
    params: z.object({ courseId: Id }),
    response: z.object({ removed: z.literal(true) }),
  },
  copyCourse: {
    method: 'post',
    path: '/api/courses/:courseId/copies',
    access: 'course-manager',
    summary: 'Makes a course for another term: assignments as drafts with their times moved, and the staff.',
    params: z.object({ courseId: Id }),
    body: CourseCopy,
    response: CourseView,
  },
  readLedger: {
    method: 'get',
    path: '/api/courses/:courseId/ledger',
    access: 'course-manager',
    blind: 'closed',
    summary: 'How every student of a course stands in each of its assignments.',
    params: z.object({ courseId: Id }),
    response: Ledger,
  },
  enterPeople: {
    method: 'post',
    path: '/api/courses/:courseId/people',
    access: 'course-manager',
    summary: 'Enters people of a class list, or says line by line what that would change.',
    params: z.object({ courseId: Id }),
    body: PeopleWrite,
    response: PeopleAnswer,
  },
  leaveCourse: {
    method: 'delete',
    path: '/api/courses/:courseId/people/:personId',
    access: 'course-manager',
    summary: 'Takes a person out of a course. What they handed in stays.',
    params: z.object({ courseId: Id, personId: Id }),
    response: CourseView,
  },
  writeFigures: {
    method: 'put',
    path: '/api/courses/:courseId/figures',
    access: 'course-manager',
    blind: 'closed',
    summary: 'Changes the points of many hand-ins of a course by hand, with a reason: all of them or none.',
    params: z.object({ courseId: Id }),
    body: FiguresWrite,
    response: FiguresWritten,
  },
  makeLinks: {
    method: 'post',
    path: '/api/courses/:courseId/links',
    access: 'course-manager',
    summary:
      'Makes sign-in links for people of the course. For who has a password only an administrator does.',
    params: z.object({ courseId: Id }),
    body: z.object({
      /** of the mailing; made by who asks, so that asking again after a lost answer sends no second letter */
      id: Id,
      personIds: z.array(Id).min(1).max(MAX_PEOPLE),
      /** each gets one by mail too, where this server sends mail */
      byMail: z.boolean(),
    }),
    response: LinksMade,
  },
} as const satisfies Record<string, Endpoint>;
