import type { DbOrTrx } from '../db/database.ts';

/** The ink that new marks begin with in the course of an assignment; null where it is chosen for contrast. */
export async function readHouseInk(db: DbOrTrx, assignmentId: string): Promise<string | null> {
  const row = await db
    .selectFrom('assignments')
    .innerJoin('courses', 'courses.id', 'assignments.course_id')
    .select('house_ink')
    .where('assignments.id', '=', assignmentId)
    .executeTakeFirst();
  return row?.house_ink ?? null;
}
