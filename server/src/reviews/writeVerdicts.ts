import type { AdjustmentWrite, Assignment, VerdictsNow, VerdictsWrite } from '@nachweis/contract';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readHandIn } from '../handIns/handInRows.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import {
  FIRST_ROUND,
  gradeOf,
  levelsShown,
  namesIn,
  readJudgements,
  stateOf,
  verdictsShown,
} from './judgements.ts';
import { latenessOf } from './lateness.ts';
import { readRelease } from './releases.ts';
import { requireJudging } from './requireJudging.ts';

/**
 * Gives, changes or (with null) clears verdicts and levels: all of them or none. Each is made on the version it takes the place
 * of; one that says what is there already changes nothing, and so does the same write again.
 *
 * @throws HttpProblem `not-found` for a must-show or a level of another assignment, `stale-version` with those that somebody else
 *   changed meanwhile, and what `requireJudging` throws
 */
export async function writeVerdicts(
  { db, now }: Context,
  personId: string,
  handInId: string,
  write: AppendedWrite,
): Promise<VerdictsNow> {
  const at = now().toISOString();
  return db.transaction().execute(async (trx) => {
    const { assignment } = await requireJudging(trx, handInId, personId, at);
    await appendVerdicts(trx, assignment, { personId, handInId, at, round: FIRST_ROUND }, write);
    const result = await verdictsNow(trx, assignment, handInId, at);
    if (result.grade.open > 0) await takeBackWhatWasSet(trx, personId, handInId, at);
    return result;
  });
}

/** Who judges what, when, and in which marking. */
export interface Judging {
  personId: string;
  handInId: string;
  at: string;
  round: number;
}

/** What a browser writes, or the server itself, which has no unanswered writes. */
type Told<Write> = Omit<Write, 'asked'> & { asked?: readonly string[] };
export type AppendedWrite = Told<VerdictsWrite>;

/**
 * Adds the events of a write, of what it changes only; the same write again adds none.
 * @throws HttpProblem `not-found`, `stale-version`
 */
export async function appendVerdicts(
  trx: DbOrTrx,
  assignment: Assignment,
  { personId, handInId, at, round }: Judging,
  { id, verdicts, levels, asked = [] }: AppendedWrite,
): Promise<void> {
  requireKnown(assignment, { verdicts, levels });
  const current = (await readJudgements(trx, { handInId }, at, round))(handInId);
  const newVerdicts = Object.entries(verdicts).filter(
    ([mustShowId, { verdict }]) => (current.verdicts.get(mustShowId)?.verdict ?? null) !== verdict,
  );
  const newLevels = Object.entries(levels).filter(
    ([criterionId, { level }]) => (current.levels.get(criterionId)?.level ?? null) !== level,
  );
  if (await isWritten(trx, id)) return;
  // What a write of one's own has changed, whose answer was lost, is what this one was made on.
  const isStale = (now: { version: number; writeId: string } | undefined, on: number) =>
    (now?.version ?? 0) !== on && !(now && asked.includes(now.writeId));
  const stale = [
    ...newVerdicts.filter(([key, { on }]) => isStale(current.verdicts.get(key), on)),
    ...newLevels.filter(([key, { on }]) => isStale(current.levels.get(key), on)),
  ];
  if (stale.length > 0)
    throw new HttpProblem('stale-version', { of: 'verdicts', mustShowIds: stale.map(([key]) => key) });
  const event = {
    write_id: id,
    hand_in_id: handInId,
    round,
    given_by: personId,
    given_at: at,
  };
  for (const [must_show_id, { verdict }] of newVerdicts)
    await trx
      .insertInto('verdict_events')
      .values({ ...event, must_show_id, verdict })
      .execute();
  for (const [criterion_id, { level }] of newLevels)
    await trx
      .insertInto('level_events')
      .values({ ...event, criterion_id, level })
      .execute();
}

/** @throws HttpProblem `not-found` for what the assignment does not ask, or a level that its criterion does not have */
function requireKnown(
  { proofPoints, criteria }: Assignment,
  { verdicts, levels }: Pick<VerdictsWrite, 'verdicts' | 'levels'>,
): void {
  const mustShows = new Set(proofPoints.flatMap((p) => p.mustShows).map((m) => m.id));
  if (Object.keys(verdicts).some((id) => !mustShows.has(id))) throw notFound('must-show');
  for (const [id, { level }] of Object.entries(levels)) {
    const criterion = criteria.find((one) => one.id === id);
    if (!criterion || (level !== null && level >= criterion.levels.length)) throw notFound('criterion');
  }
}

/** Whether a write has arrived before. */
async function isWritten(trx: DbOrTrx, writeId: string): Promise<boolean> {
  for (const table of ['verdict_events', 'level_events'] as const) {
    const row = await trx.selectFrom(table).select('seq').where('write_id', '=', writeId).executeTakeFirst();
    if (row) return true;
  }
  return false;
}

/** What is not complete any more is not released at the time that was set while it was. */
async function takeBackWhatWasSet(
  trx: DbOrTrx,
  given_by: string,
  hand_in_id: string,
  given_at: string,
): Promise<void> {
  const { releasesAt } = await readRelease(trx, hand_in_id, given_at);
  if (!releasesAt) return;
  await trx
    .insertInto('release_events')
    .values({ hand_in_id, kind: 'taken-back', given_by, given_at })
    .execute();
}

/**
 * Adjusts the points by hand. What would make more than there is with its bonus, is refused, not cut off unseen; less than nothing is nothing.
 *
 * @throws HttpProblem `stale-version`, `points-out-of-range`, and what `requireJudging` throws
 */
export async function writeAdjustment(
  { db, now }: Context,
  personId: string,
  handInId: string,
  { id, units, reason, baseVersion, asked = [] }: Told<AdjustmentWrite>,
): Promise<VerdictsNow> {
  const at = now().toISOString();
  return db.transaction().execute(async (trx) => {
    const { assignment, handIn } = await requireJudging(trx, handInId, personId, at);
    const last = await trx
      .selectFrom('adjustment_events')
      .select(['seq', 'id', 'units', 'reason'])
      .where('hand_in_id', '=', handInId)
      .orderBy('seq', 'desc')
      .executeTakeFirst();
    const same = last ? last.units === units && last.reason === reason : units === 0 && reason === '';
    if (!same) {
      if ((last?.seq ?? 0) !== baseVersion && !asked.includes(last?.id ?? ''))
        throw new HttpProblem('stale-version', { of: 'adjustment' });
      const judged = asJudged(assignment, await readCorrections(trx, assignment.id));
      const judgement = (await readJudgements(trx, { handInId }, at))(handInId);
      const late = latenessOf(judged, await readGrants(trx, assignment.id), handIn);
      const { fromVerdicts, lateCost, most, bonus } = gradeOf(judged, judgement, late);
      const total = fromVerdicts - lateCost + units;
      if (total > most + bonus) throw new HttpProblem('points-out-of-range', { total, most: most + bonus });
      await trx
        .insertInto('adjustment_events')
        .values({
          id,
          hand_in_id: handInId,
          units,
          reason,
          given_by: personId,
          given_at: at,
        })
        .execute();
    }
    return verdictsNow(trx, assignment, handInId, at);
  });
}

/** How a hand-in is judged now, in one of its markings. */
export async function verdictsNow(
  trx: DbOrTrx,
  assignment: Assignment,
  handInId: string,
  at: string,
  round: number = FIRST_ROUND,
): Promise<VerdictsNow> {
  const judgement = (await readJudgements(trx, { handInId }, at, round))(handInId);
  const judged = asJudged(assignment, await readCorrections(trx, assignment.id));
  const late = latenessOf(judged, await readGrants(trx, assignment.id), await readHandIn(trx, handInId));
  const grade = gradeOf(judged, judgement, late);
  const names = await namesIn(trx, judgement);
  return {
    handInId,
    verdicts: verdictsShown(judgement, names),
    levels: levelsShown(judgement, names),
    grade,
    adjustmentVersion: judgement.adjustment?.version ?? 0,
    state: stateOf(judgement.releasedAt, grade.open),
  };
}
