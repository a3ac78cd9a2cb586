import type { LiveKind } from '@nachweis/contract';
import type { DbOrTrx } from '../db/database.ts';
import type { LivePlace } from './watchers.ts';

/** A place with what it belongs to; null where there is none. */
export async function readLivePlace(db: DbOrTrx, kind: LiveKind, id: string): Promise<LivePlace | null> {
  switch (kind) {
    case 'courses': {
      const row = await db.selectFrom('courses').select('id').where('id', '=', id).executeTakeFirst();
      return row ? { courseId: row.id } : null;
    }
    case 'assignments': {
      const row = await db
        .selectFrom('assignments')
        .select('course_id')
        .where('id', '=', id)
        .executeTakeFirst();
      return row ? { courseId: row.course_id, assignmentId: id } : null;
    }
    case 'hand-ins': {
      const row = await db
        .selectFrom('hand_ins')
        .innerJoin('assignments', 'assignments.id', 'hand_ins.assignment_id')
        .select(['assignment_id', 'course_id'])
        .where('hand_ins.id', '=', id)
        .executeTakeFirst();
      return row ? { courseId: row.course_id, assignmentId: row.assignment_id, handInId: id } : null;
    }
  }
}
