import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readVersions } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readHandIns, replacementOf } from '../handIns/handInRows.ts';
import { HttpProblem } from '../http/problem.ts';
import { gradeOf, readJudgements } from './judgements.ts';
import { requireJudging } from './requireJudging.ts';

/**
 * Lets the student see the judgement; once is enough.
 * @returns how many were released
 * @throws HttpProblem `incomplete` while a must-show has no verdict, and what `requireJudging` throws
 */
export async function release({ db, now }: Context, personId: string, handInId: string): Promise<number> {
  return db.transaction().execute(async (trx) => {
    const { handIn, assignment } = await requireJudging(trx, handInId, personId);
    const judgement = (await readJudgements(trx, { handInId }))(handIn.id);
    if (judgement.releasedAt) return 0;
    const judged = asJudged(assignment, await readCorrections(trx, assignment.id));
    const { open } = gradeOf(judged, judgement);
    if (open > 0) throw new HttpProblem('incomplete', { openVerdicts: open });
    await append(trx, handInId, personId, now().toISOString());
    return 1;
  });
}

/**
 * Releases every hand-in of an assignment that has all its verdicts; what a newer one stands in the place of, and what
 * was withdrawn, is left out. Reads and writes in one transaction.
 *
 * @returns how many were released
 */
export async function releaseAll(
  { db, now }: Context,
  personId: string,
  assignmentId: string,
): Promise<number> {
  return db.transaction().execute(async (trx) => {
    const handIns = await readHandIns(trx, assignmentId);
    const versions = await readVersions(trx, assignmentId);
    const corrections = await readCorrections(trx, assignmentId);
    const judgementOf = await readJudgements(trx, { assignmentId });
    let released = 0;
    for (const handIn of handIns) {
      const assignment = versions.get(handIn.version);
      const judgement = judgementOf(handIn.id);
      if (!assignment || judgement.releasedAt || handIn.withdrawn_at) continue;
      if (replacementOf(handIn, handIns, assignment.counts)) continue;
      if (gradeOf(asJudged(assignment, corrections), judgement).open > 0) continue;
      await append(trx, handIn.id, personId, now().toISOString());
      released++;
    }
    return released;
  });
}

async function append(trx: DbOrTrx, hand_in_id: string, given_by: string, given_at: string): Promise<void> {
  await trx.insertInto('release_events').values({ hand_in_id, given_by, given_at }).execute();
}
