import type { Role } from '@nachweis/contract';
import type { DbOrTrx } from '../db/database.ts';

/** The person's role in a course; null when there is none. */
export async function roleInCourse(db: DbOrTrx, courseId: string, personId: string): Promise<Role | null> {
  const row = await db
    .selectFrom('members')
    .select('role')
    .where('course_id', '=', courseId)
    .where('person_id', '=', personId)
    .executeTakeFirst();
  return row?.role ?? null;
}
