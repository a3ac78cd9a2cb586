import { roleInCourse } from '../access/roles.ts';
import { readAssignment } from '../assignments/documents.ts';
import type { DbOrTrx } from '../db/database.ts';
import { handInNumber, readHandIn, readHandIns, replacementOf } from '../handIns/handInRows.ts';
import { HttpProblem } from '../http/problem.ts';

/**
 * Reads a hand-in that a person is about to judge.
 * @throws HttpProblem `withdrawn`, `replaced` where a newer one counts, `released` to others than instructors
 */
export async function requireJudging(trx: DbOrTrx, handInId: string, personId: string) {
  const handIn = await readHandIn(trx, handInId);
  const assignment = await readAssignment(trx, handIn.assignment_id, handIn.version);
  if (handIn.withdrawn_at !== null) throw new HttpProblem('withdrawn', {});
  const newer = replacementOf(handIn, await readHandIns(trx, assignment.id), assignment.counts);
  if (newer) throw new HttpProblem('replaced', { number: handInNumber(newer), handInId: newer.id });
  const released = await trx
    .selectFrom('release_events')
    .select('seq')
    .where('hand_in_id', '=', handInId)
    .executeTakeFirst();
  if (released && (await roleInCourse(trx, assignment.courseId, personId)) !== 'instructor')
    throw new HttpProblem('released', {});
  return { handIn, assignment };
}
