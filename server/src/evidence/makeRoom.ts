import type { Assignment } from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';

/** Takes the newest pictures out of a proof point that is full, so that one more has room. @returns which */
export async function makeRoom(
  { now }: Context,
  trx: DbOrTrx,
  assignment: Assignment,
  studentId: string,
  pointId: string,
): Promise<string[]> {
  const most = assignment.proofPoints.find((p) => p.id === pointId)?.requirements.maxPictures ?? 1;
  const there = await trx
    .selectFrom('evidence')
    .select('id')
    .where('assignment_id', '=', assignment.id)
    .where('student_id', '=', studentId)
    .where('proof_point_id', '=', pointId)
    .where('removed_at', 'is', null)
    .orderBy('created_at')
    .orderBy('id')
    .execute();
  const leaving = there.slice(most - 1).map((row) => row.id);
  if (leaving.length > 0)
    await trx
      .updateTable('evidence')
      .set({ removed_at: now().toISOString() })
      .where('id', 'in', leaving)
      .execute();
  return leaving;
}
