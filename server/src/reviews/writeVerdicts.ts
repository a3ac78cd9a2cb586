import type { AdjustmentWrite, VerdictsNow, VerdictsWrite } from '@nachweis/contract';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { FIRST_ROUND, gradeOf, namesIn, readJudgements, stateOf, verdictsShown } from './judgements.ts';
import { requireJudging } from './requireJudging.ts';

/**
 * Gives, changes or (with null) clears verdicts: all of them or none. Each is made on the version it takes the place
 * of; one that says what is there already changes nothing, and so does the same write again.
 *
 * @throws HttpProblem `not-found` for a must-show of another assignment, `stale-version` with those that somebody else
 *   changed meanwhile, and what `requireJudging` throws
 */
export async function writeVerdicts(
  { db, now }: Context,
  personId: string,
  handInId: string,
  { id, verdicts }: VerdictsWrite,
): Promise<VerdictsNow> {
  return db.transaction().execute(async (trx) => {
    const { handIn, assignment } = await requireJudging(trx, handInId, personId);
    const known = new Set(assignment.proofPoints.flatMap((p) => p.mustShows).map((m) => m.id));
    const current = (await readJudgements(trx, { handInId }))(handInId).verdicts;
    const given = Object.entries(verdicts);
    if (given.some(([mustShowId]) => !known.has(mustShowId))) throw notFound('must-show');
    const changed = given.filter(
      ([mustShowId, { verdict }]) => (current.get(mustShowId)?.verdict ?? null) !== verdict,
    );
    const stale = changed.filter(([mustShowId, { on }]) => (current.get(mustShowId)?.version ?? 0) !== on);
    const again = await trx
      .selectFrom('verdict_events')
      .select('seq')
      .where('write_id', '=', id)
      .executeTakeFirst();
    if (again) return verdictsNow(trx, assignment, handIn.id);
    if (stale.length > 0)
      throw new HttpProblem('stale-version', { of: 'verdicts', mustShowIds: stale.map(([key]) => key) });
    for (const [must_show_id, { verdict }] of changed) {
      await trx
        .insertInto('verdict_events')
        .values({
          write_id: id,
          hand_in_id: handInId,
          must_show_id,
          round: FIRST_ROUND,
          verdict,
          given_by: personId,
          given_at: now().toISOString(),
        })
        .execute();
    }
    return verdictsNow(trx, assignment, handIn.id);
  });
}

/**
 * Adjusts the points by hand. What would make more than there is, is refused, not cut off unseen; less than nothing is nothing.
 *
 * @throws HttpProblem `stale-version`, `points-out-of-range`, and what `requireJudging` throws
 */
export async function writeAdjustment(
  { db, now }: Context,
  personId: string,
  handInId: string,
  { id, units, reason, baseVersion }: AdjustmentWrite,
): Promise<VerdictsNow> {
  return db.transaction().execute(async (trx) => {
    const { assignment } = await requireJudging(trx, handInId, personId);
    const last = await trx
      .selectFrom('adjustment_events')
      .select(['seq', 'id', 'units', 'reason'])
      .where('hand_in_id', '=', handInId)
      .orderBy('seq', 'desc')
      .executeTakeFirst();
    const same = last ? last.units === units && last.reason === reason : units === 0 && reason === '';
    if (!same) {
      if ((last?.seq ?? 0) !== baseVersion) throw new HttpProblem('stale-version', { of: 'adjustment' });
      const judged = asJudged(assignment, await readCorrections(trx, assignment.id));
      const { fromVerdicts, most } = gradeOf(judged, (await readJudgements(trx, { handInId }))(handInId));
      const total = fromVerdicts + units;
      if (total > most) throw new HttpProblem('points-out-of-range', { total, most });
      await trx
        .insertInto('adjustment_events')
        .values({
          id,
          hand_in_id: handInId,
          units,
          reason,
          given_by: personId,
          given_at: now().toISOString(),
        })
        .execute();
    }
    return verdictsNow(trx, assignment, handInId);
  });
}

async function verdictsNow(
  trx: DbOrTrx,
  assignment: Awaited<ReturnType<typeof requireJudging>>['assignment'],
  handInId: string,
): Promise<VerdictsNow> {
  const judgement = (await readJudgements(trx, { handInId }))(handInId);
  const judged = asJudged(assignment, await readCorrections(trx, assignment.id));
  const grade = gradeOf(judged, judgement);
  return {
    handInId,
    verdicts: verdictsShown(judgement, await namesIn(trx, judgement)),
    grade,
    adjustmentVersion: judgement.adjustment?.version ?? 0,
    state: stateOf(judgement.releasedAt, grade.open),
  };
}
