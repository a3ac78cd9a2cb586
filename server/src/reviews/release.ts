import type { ReleaseAllOrder, ReleasedAll, ReleaseOrder } from '@nachweis/contract';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readVersions } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readHandIn, readHandIns, replacementOf } from '../handIns/handInRows.ts';
import { HttpProblem } from '../http/problem.ts';
import { gradeOf, readJudgements } from './judgements.ts';
import { latenessOf } from './lateness.ts';
import { readRelease } from './releases.ts';
import { requireJudging } from './requireJudging.ts';

/** At once. */
const NOW = { at: null };

/**
 * Lets the student see the judgement, at once or from a time on; once is enough.
 * @returns how many were released, or set to be
 * @throws HttpProblem `incomplete` while a must-show has no verdict, `stale-version` where the points are not those that
 *   were looked at, `invalid-request` for a time that is over, and what `requireJudging` throws
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
    const late = latenessOf(judged, await readGrants(trx, assignment.id), handIn);
    const { open, total } = gradeOf(judged, judgement, late);
    if (open > 0) throw new HttpProblem('incomplete', { openVerdicts: open });
    if ((order.seen ?? total) !== total) throw new HttpProblem('stale-version', { of: 'points' });
    await append(trx, handInId, personId, at, order);
    return 1;
  });
}

/**
 * Releases the hand-ins of an assignment that have all their verdicts; what a newer one stands in the place of, and what
 * was withdrawn, is left out, and so is what was not looked at as it is now: a colleague may judge at this very moment.
 * Reads and writes in one transaction.
 *
 * @returns how many were released, or set to be, and how many were left since their judgement is another one by now
 * @throws HttpProblem `invalid-request` for a time that is over
 */
export async function releaseAll(
  { db, now }: Context,
  personId: string,
  assignmentId: string,
  order: ReleaseAllOrder = NOW,
): Promise<ReleasedAll> {
  const at = now().toISOString();
  requireLater(order, at);
  const seen = order.seen && new Map(order.seen.map(({ handInId, total }) => [handInId, total]));
  return db.transaction().execute(async (trx) => {
    const handIns = await readHandIns(trx, assignmentId);
    const versions = await readVersions(trx, assignmentId);
    const corrections = await readCorrections(trx, assignmentId);
    const grants = await readGrants(trx, assignmentId);
    const judgementOf = await readJudgements(trx, { assignmentId }, at);
    let released = 0;
    let changed = 0;
    for (const handIn of handIns) {
      const assignment = versions.get(handIn.version);
      const judgement = judgementOf(handIn.id);
      if (seen && !seen.has(handIn.id)) continue;
      if (!assignment || judgement.releasedAt) continue;
      const isClosed = handIn.withdrawn_at || replacementOf(handIn, handIns, assignment.counts);
      const late = latenessOf(assignment, grants, handIn);
      const { open, total } = gradeOf(asJudged(assignment, corrections), judgement, late);
      if (!isClosed && open === 0 && (seen?.get(handIn.id) ?? total) === total) {
        await append(trx, handIn.id, personId, at, order);
        released++;
      } else if (seen) changed++;
    }
    return { released, changed };
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

function requireLater({ at: wanted }: Pick<ReleaseOrder, 'at'>, at: string): void {
  if (wanted !== null && wanted <= at) throw new HttpProblem('invalid-request', { why: 'release-over' });
}

async function append(
  trx: DbOrTrx,
  hand_in_id: string,
  given_by: string,
  given_at: string,
  { at: seen_at }: Pick<ReleaseOrder, 'at'>,
): Promise<void> {
  await trx.insertInto('release_events').values({ hand_in_id, given_by, given_at, seen_at }).execute();
}
