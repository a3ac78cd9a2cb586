import type { Assignment } from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem } from '../http/problem.ts';

/**
 * Takes those pictures out of a proof point that one more is to take the place of, and no other: a page that has not
 * heard of a picture must not take it away.
 *
 * @param replaces evidence that makes room; what is not there any more is nothing
 * @returns which was taken out
 * @throws HttpProblem `point-full` where there is no place left for it then
 */
export async function makeRoom(
  { now }: Context,
  trx: DbOrTrx,
  assignment: Assignment,
  studentId: string,
  pointId: string,
  replaces: readonly string[],
): Promise<string[]> {
  const point = assignment.proofPoints.find((p) => p.id === pointId);
  const there = await trx
    .selectFrom('evidence')
    .select('id')
    .where('assignment_id', '=', assignment.id)
    .where('student_id', '=', studentId)
    .where('proof_point_id', '=', pointId)
    .where('removed_at', 'is', null)
    .execute();
  const leaving = there.map((row) => row.id).filter((id) => replaces.includes(id));
  if (there.length - leaving.length >= (point?.requirements.maxPictures ?? 1))
    throw new HttpProblem('point-full', { point: point?.code });
  if (leaving.length > 0)
    await trx
      .updateTable('evidence')
      .set({ removed_at: now().toISOString() })
      .where('id', 'in', leaving)
      .execute();
  return leaving;
}
