import type { FiguresWrite, FiguresWritten } from '@nachweis/contract';
import { roundPoints } from '@nachweis/core';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readVersions } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readHandIns } from '../handIns/handInRows.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { gradeOf, readJudgements } from './judgements.ts';
import { latenessOf } from './lateness.ts';
import { requireJudgingAll } from './requireJudging.ts';

/**
 * Gives many hand-ins of a course the points that a table says, as adjustments by hand with one reason: all of them or
 * none, and the same write again changes nothing. Each is made on the points that were looked at.
 *
 * @throws HttpProblem `not-found` for a hand-in of another course; `incomplete` for one that is not judged;
 *   `stale-version` where one has other points by now; `points-out-of-range`; `invalid-request` where two are of one
 *   hand-in, or one is not as points are rounded; and what judging throws
 */
export async function writeFigures(
  { db, now }: Context,
  personId: string,
  courseId: string,
  { id, reason, figures }: FiguresWrite,
): Promise<FiguresWritten> {
  const at = now().toISOString();
  return db.transaction().execute(async (trx) => {
    const wanted = new Map(figures.map((figure) => [figure.handInId, figure]));
    if (wanted.size < figures.length) throw new HttpProblem('invalid-request', { why: 'figure-twice' });
    let changed = 0;
    for (const [assignmentId, handInIds] of await byAssignment(trx, courseId, [...wanted.keys()])) {
      await requireJudgingAll(trx, assignmentId, handInIds, personId, at);
      const versions = await readVersions(trx, assignmentId);
      const corrections = await readCorrections(trx, assignmentId);
      const grants = await readGrants(trx, assignmentId);
      const judgementOf = await readJudgements(trx, { assignmentId }, at);
      for (const handIn of await readHandIns(trx, assignmentId)) {
        const figure = wanted.get(handIn.id);
        const version = versions.get(handIn.version);
        if (!figure || !version) continue;
        const eventId = `${id}/${handIn.id}`;
        if (await isWritten(trx, eventId)) continue;
        const assignment = asJudged(version, corrections);
        const grade = gradeOf(assignment, judgementOf(handIn.id), latenessOf(assignment, grants, handIn));
        if (grade.open > 0) throw new HttpProblem('incomplete', { openVerdicts: grade.open });
        if (grade.total !== figure.was) throw new HttpProblem('stale-version', { of: 'adjustment' });
        const most = grade.most + grade.bonus;
        if (figure.units > most) throw new HttpProblem('points-out-of-range', { total: figure.units, most });
        if (figure.units === grade.total) continue;
        if (roundPoints(figure.units, assignment.roundTo, [grade.most, most]) !== figure.units)
          throw new HttpProblem('invalid-request', { why: 'figure-rounded' });
        const units = figure.units - (grade.fromVerdicts - grade.lateCost);
        await trx
          .insertInto('adjustment_events')
          .values({ id: eventId, hand_in_id: handIn.id, units, reason, given_by: personId, given_at: at })
          .execute();
        changed++;
      }
    }
    return { changed };
  });
}

/** @throws HttpProblem `not-found` */
async function byAssignment(
  trx: DbOrTrx,
  courseId: string,
  handInIds: readonly string[],
): Promise<Map<string, string[]>> {
  const rows = await trx
    .selectFrom('hand_ins')
    .innerJoin('assignments', 'assignments.id', 'hand_ins.assignment_id')
    .select(['hand_ins.id', 'hand_ins.assignment_id'])
    .where('assignments.course_id', '=', courseId)
    .execute();
  const assignmentOf = new Map(rows.map((row) => [row.id, row.assignment_id]));
  const found = new Map<string, string[]>();
  for (const handInId of handInIds) {
    const assignmentId = assignmentOf.get(handInId);
    if (!assignmentId) throw notFound('hand-in');
    found.set(assignmentId, [...(found.get(assignmentId) ?? []), handInId]);
  }
  return found;
}

const isWritten = async (trx: DbOrTrx, eventId: string): Promise<boolean> =>
  (await trx.selectFrom('adjustment_events').select('seq').where('id', '=', eventId).executeTakeFirst()) !==
  undefined;
