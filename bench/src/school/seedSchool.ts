import { randomUUID } from 'node:crypto';
import {
  createContext,
  type EnteredAssignment,
  enterAssignment,
  hashPassword,
  readSettings,
} from '@nachweis/server';
import { pino } from 'pino';

export const PASSWORD = 'school';
export const POINTS = 4;

export interface SchoolData {
  courseId: string;
  students: Array<{ email: string }>;
  instructor: { email: string };
  assignment: EnteredAssignment;
}

/** Enters a course of so many students, an instructor and an assignment. */
export async function seedSchool(folder: string, howMany: number, points = POINTS): Promise<SchoolData> {
  const context = await createContext(readSettings({ NACHWEIS_DATA: folder }), pino({ level: 'silent' }));
  const { db } = context;
  const courseId = randomUUID();
  await db.insertInto('courses').values({ id: courseId, title: 'School', time_zone: 'UTC' }).execute();
  const password_hash = await hashPassword(PASSWORD);
  const enter = async (email: string, surname: string, role: 'student' | 'instructor') => {
    const id = randomUUID();
    await db
      .insertInto('people')
      .values({ id, email, given_name: 'Given', surname, password_hash, demo_note: null })
      .execute();
    await db.insertInto('members').values({ course_id: courseId, person_id: id, role }).execute();
    return { email };
  };
  const students: SchoolData['students'] = [];
  for (let i = 0; i < howMany; i++)
    students.push(await enter(`s${i}@school.example`, `Student${String(i).padStart(3, '0')}`, 'student'));
  const instructor = await enter('i@school.example', 'Instructor', 'instructor');
  const hour = (n: number) => new Date(Date.now() + n * 3_600_000).toISOString();
  const assignment = await enterAssignment(context, courseId, {
    title: 'School',
    brief: '',
    opensAt: hour(-1),
    dueAt: hour(10),
    lateUntil: null,
    attempts: 3,
    statementPrompt: null,
    nameRule: '{surname}_{point}',
    points: Array.from({ length: points }, (_, i) => ({
      title: `Point ${i + 1}`,
      instructions: '',
      mustShows: [
        { text: 'a', units: 100 },
        { text: 'b', units: 100 },
      ],
    })),
  });
  await context.close();
  return { courseId, students, instructor, assignment };
}
