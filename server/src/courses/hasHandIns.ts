import type { DbOrTrx } from '../db/database.ts';

/** Something was handed in in a course, be it withdrawn since. */
export async function hasHandIns(db: DbOrTrx, courseId: string): Promise<boolean> {
  const one = await db
    .selectFrom('hand_ins')
    .innerJoin('assignments', 'assignments.id', 'hand_ins.assignment_id')
    .select('hand_ins.id')
    .where('assignments.course_id', '=', courseId)
    .limit(1)
    .executeTakeFirst();
  return one !== undefined;
}
