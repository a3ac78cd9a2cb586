import type { Corrections } from '@nachweis/contract';
import type { Correction } from '@nachweis/core';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readAssignment, readVersions } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { handInNumber, readHandIns } from '../handIns/handInRows.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { readClassOrder } from '../people/classList.ts';
import { joinedNames, namesOf } from '../people/names.ts';
import { gradeOf, readJudgements } from './judgements.ts';
import { latenessOf } from './lateness.ts';

export interface CorrectionOrder extends Correction {
  id: string;
  reason: string;
  baseVersion: number;
  dryRun: boolean;
}

/**
 * Changes what a must-show is worth for everything that was handed in, on purpose and for all; receipts stay as they
 * were. As a dry run it only says whose points would change.
 *
 * @throws HttpProblem `stale-version` when somebody else corrected something meanwhile, `not-found`
 */
export async function correct(
  { db, now }: Context,
  personId: string,
  assignmentId: string,
  { id, mustShowId, worth, reason, baseVersion, dryRun }: CorrectionOrder,
): Promise<Corrections> {
  return db.transaction().execute(async (trx) => {
    const before = await readCorrections(trx, assignmentId);
    if (before.some((one) => one.id === id)) return { corrections: await shown(trx, before), changes: [] };
    if (before.length !== baseVersion) throw new HttpProblem('stale-version', { of: 'corrections' });
    const changes = await changesBy(trx, assignmentId, before, { mustShowId, worth }, now().toISOString());
    if (dryRun) return { corrections: await shown(trx, before), changes };
    await trx
      .insertInto('correction_events')
      .values({
        id,
        assignment_id: assignmentId,
        must_show_id: mustShowId,
        kind: worth === null ? 'dropped' : worth === 'as-written' ? 'as-written' : 'points',
        units: typeof worth === 'number' ? worth : null,
        reason,
        given_by: personId,
        given_at: now().toISOString(),
      })
      .execute();
    return { corrections: await shown(trx, await readCorrections(trx, assignmentId)), changes };
  });
}

export async function listCorrections({ db }: Context, assignmentId: string): Promise<Corrections> {
  return { corrections: await shown(db, await readCorrections(db, assignmentId)), changes: [] };
}

async function shown(
  db: DbOrTrx,
  corrections: Awaited<ReturnType<typeof readCorrections>>,
): Promise<Corrections['corrections']> {
  const names = await namesOf(
    db,
    corrections.map((one) => one.givenBy),
  );
  return corrections.map(({ id, mustShowId, worth, reason, givenBy, givenAt }) => ({
    id,
    mustShowId,
    worth,
    reason,
    by: names(givenBy),
    at: givenAt,
  }));
}

async function changesBy(
  trx: DbOrTrx,
  assignmentId: string,
  before: readonly Correction[],
  further: Correction,
  at: string,
): Promise<Corrections['changes']> {
  const versions = await readVersions(trx, assignmentId);
  const known = [...versions.values()].some((version) =>
    version.proofPoints.some((p) => p.mustShows.some((m) => m.id === further.mustShowId)),
  );
  if (!known) throw notFound('must-show');
  const judgementOf = await readJudgements(trx, { assignmentId }, at);
  const handIns = await readHandIns(trx, assignmentId);
  const grants = await readGrants(trx, assignmentId);
  const { courseId } = await readAssignment(trx, assignmentId);
  const { told } = await readClassOrder(trx, courseId);
  const called = await namesOf(
    trx,
    handIns.flatMap((handIn) => handIn.personIds),
  );
  const names = told(called);
  return handIns.flatMap((handIn) => {
    const version = versions.get(handIn.version);
    if (!version) return [];
    const late = latenessOf(version, grants, handIn);
    const total = (corrections: readonly Correction[]) =>
      gradeOf(asJudged(version, corrections), judgementOf(handIn.id), late).total;
    const [was, will] = [total(before), total([...before, further])];
    if (was === will) return [];
    const student = joinedNames(handIn.personIds, names);
    return [{ handInId: handIn.id, number: handInNumber(handIn), student, before: was, after: will }];
  });
}
