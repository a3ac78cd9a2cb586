import { sql } from 'kysely';
import type { DbOrTrx } from '../db/database.ts';

/** Who marks a hand-in a second time. */
export interface SecondMarker {
  markerId: string;
  /** null while it is under way */
  doneAt: string | null;
  /** who asked for it, or ended it */
  by: string;
}

/** Null where nobody is asked. */
export async function secondMarkerOf(db: DbOrTrx, handInId: string): Promise<SecondMarker | null> {
  const last = await db
    .selectFrom('second_marking_events')
    .select(['marker_id', 'kind', 'given_at', 'given_by'])
    .where('hand_in_id', '=', handInId)
    .orderBy('seq', 'desc')
    .limit(1)
    .executeTakeFirst();
  if (!last || last.kind === 'taken-back') return null;
  return {
    markerId: last.marker_id,
    doneAt: last.kind === 'done' ? last.given_at : null,
    by: last.given_by,
  };
}

/** What somebody has still to mark a second time, of hand-ins that were not withdrawn. */
export async function readOpenSecondMarkings(
  db: DbOrTrx,
  personId: string,
): Promise<Array<{ handInId: string; assignmentId: string; courseId: string }>> {
  return db
    .selectFrom('second_marking_events as event')
    .innerJoin('hand_ins', 'hand_ins.id', 'event.hand_in_id')
    .innerJoin('assignments', 'assignments.id', 'hand_ins.assignment_id')
    .select([
      'hand_ins.id as handInId',
      'hand_ins.assignment_id as assignmentId',
      'assignments.course_id as courseId',
    ])
    .where('event.marker_id', '=', personId)
    .where('event.kind', '=', 'asked')
    .where('hand_ins.withdrawn_at', 'is', null)
    .where(
      sql<boolean>`event.seq = (SELECT max(seq) FROM second_marking_events e WHERE e.hand_in_id = event.hand_in_id)`,
    )
    .execute();
}
