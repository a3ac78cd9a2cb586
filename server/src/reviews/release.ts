import type { ReleaseOrder } from '@nachweis/contract';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readVersions } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readHandIn, readHandIns, replacementOf } from '../handIns/handInRows.ts';
import { HttpProblem } from '../http/problem.ts';
import { gradeOf, readJudgements } from './judgements.ts';
import { readRelease } from './releases.ts';
import { requireJudging } from './requireJudging.ts';

/** Lateness changes points, not what is open. */
const NO_MATTER = 0;

/** At once. */
const NOW: ReleaseOrder = { at: null };

/**
 * Lets the student see the judgement, at once or from a time on; once is enough.
 * @returns how many were released, or set to be
 * @throws HttpProblem `incomplete` while a must-show has no verdict, `invalid-request` for a time that is over, and what
 *   `requireJudging` throws
 */
export async function release(
  { db, now }: Context,
  personId: string,
  handInId: string,
  order: ReleaseOrder = NOW,
): Promise<number> {
  const at = now().toISOString();
  requireLater(order, at);
  return db.transaction().execute(async (trx) => {
    const { handIn, assignment } = await requireJudging(trx, handInId, personId, at);
    const judgement = (await readJudgements(trx, { handInId }, at))(handIn.id);
    if (judgement.releasedAt || (order.at !== null && judgement.releasesAt === order.at)) return 0;
    const judged = asJudged(assignment, await readCorrections(trx, assignment.id));
    const { open } = gradeOf(judged, judgement, NO_MATTER);
    if (open > 0) throw new HttpProblem('incomplete', { openVerdicts: open });
    await append(trx, handInId, personId, at, order);
    return 1;
  });
}

/**
 * Releases every hand-in of an assignment that has all its verdicts; what a newer one stands in the place of, and what
 * was withdrawn, is left out. Reads and writes in one transaction.
 *
 * @returns how many were released, or set to be
 * @throws HttpProblem `invalid-request` for a time that is over
 */
export async function releaseAll(
  { db, now }: Context,
  personId: string,
  assignmentId: string,
  order: ReleaseOrder = NOW,
): Promise<number> {
  const at = now().toISOString();
  requireLater(order, at);
  return db.transaction().execute(async (trx) => {
    const handIns = await readHandIns(trx, assignmentId);
    const versions = await readVersions(trx, assignmentId);
    const corrections = await readCorrections(trx, assignmentId);
    const judgementOf = await readJudgements(trx, { assignmentId }, at);
    let released = 0;
    for (const handIn of handIns) {
      const assignment = versions.get(handIn.version);
      const judgement = judgementOf(handIn.id);
      if (!assignment || judgement.releasedAt || handIn.withdrawn_at) continue;
      if (replacementOf(handIn, handIns, assignment.counts)) continue;
      if (gradeOf(asJudged(assignment, corrections), judgement, NO_MATTER).open > 0) continue;
      await append(trx, handIn.id, personId, at, order);
      released++;
    }
    return released;
  });
}

/**
 * Takes a release back, or one that is set for later: the student sees no more of the judgement. It is kept that it was
 * released, and why it is no more. What was not released stays so.
 *
 * @returns how many were taken back
 */
export async function takeReleaseBack(
  { db, now }: Context,
  personId: string,
  handInId: string,
  reason: string,
): Promise<number> {
  const at = now().toISOString();
  return db.transaction().execute(async (trx) => {
    await readHandIn(trx, handInId);
    const { releasedAt, releasesAt } = await readRelease(trx, handInId, at);
    if (!releasedAt && !releasesAt) return 0;
    await trx
      .insertInto('release_events')
      .values({ hand_in_id: handInId, kind: 'taken-back', reason, given_by: personId, given_at: at })
      .execute();
    return 1;
  });
}

function requireLater({ at: wanted }: ReleaseOrder, at: string): void {
  if (wanted !== null && wanted <= at) throw new HttpProblem('invalid-request', { why: 'release-over' });
}

async function append(
  trx: DbOrTrx,
  hand_in_id: string,
  given_by: string,
  given_at: string,
  { at: seen_at }: ReleaseOrder,
): Promise<void> {
  await trx.insertInto('release_events').values({ hand_in_id, given_by, given_at, seen_at }).execute();
}
