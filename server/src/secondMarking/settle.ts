import { randomUUID } from 'node:crypto';
import type { Settlement } from '@nachweis/contract';
import { VERDICTS } from '@nachweis/core';
import { secondMarkerOf } from '../access/secondMarkers.ts';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { FIRST_ROUND, readJudgements } from '../reviews/judgements.ts';
import { requireJudging } from '../reviews/requireJudging.ts';
import { appendVerdicts } from '../reviews/writeVerdicts.ts';
import { answerTo, questionsOf } from './questions.ts';

/**
 * Decides a question on which two markers differ. What was decided becomes the judgement that counts; what each had said
 * alone, who decided and why are kept. The same decision sent again changes nothing.
 *
 * @throws HttpProblem `not-found` for a question or a choice that is not there, `incomplete` before the second marking is
 *   done, `stale-version` where something else is decided than was seen, and what `requireJudging` throws
 */
export async function settleDifference(
  { db, now }: Context,
  personId: string,
  handInId: string,
  { id, questionId, place, reason, seen }: Settlement,
): Promise<string> {
  const at = now().toISOString();
  return db.transaction().execute(async (trx) => {
    const { assignment } = await requireJudging(trx, handInId, personId, at);
    const judged = asJudged(assignment, await readCorrections(trx, assignment.id));
    const question = questionsOf(judged).find((one) => one.id === questionId);
    if (!question || place >= question.choices.length) throw notFound('must-show');
    if (!(await secondMarkerOf(trx, handInId))?.doneAt)
      throw new HttpProblem('incomplete', { openVerdicts: 1 });
    const there = await trx
      .selectFrom('settlement_events')
      .select('id')
      .where('id', '=', id)
      .executeTakeFirst();
    if (there) return assignment.id;
    const earlier = await trx
      .selectFrom('settlement_events')
      .select('given_at')
      .where('hand_in_id', '=', handInId)
      .where('question_id', '=', questionId)
      .orderBy('seq', 'desc')
      .executeTakeFirst();
    if (seen !== undefined && (earlier?.given_at ?? null) !== seen)
      throw new HttpProblem('stale-version', { of: 'settlement' });
    const judgement = (await readJudgements(trx, { handInId }, at))(handInId);
    // What stood when it was decided the first time is on record beside what was decided.
    const first = earlier ? null : answerTo(question, judgement);
    await trx
      .insertInto('settlement_events')
      .values({
        id,
        hand_in_id: handInId,
        question_id: questionId,
        place,
        first_place: first?.place ?? null,
        first_by: first?.by ?? null,
        first_at: first?.at ?? null,
        reason,
        given_by: personId,
        given_at: at,
      })
      .execute();
    const on = (judgement.verdicts.get(questionId) ?? judgement.levels.get(questionId))?.version ?? 0;
    const write =
      question.kind === 'must-show'
        ? { verdicts: { [questionId]: { verdict: VERDICTS[place] ?? null, on } }, levels: {} }
        : { verdicts: {}, levels: { [questionId]: { level: place, on } } };
    const judging = { personId, handInId, at, round: FIRST_ROUND };
    await appendVerdicts(trx, assignment, judging, { id: randomUUID(), ...write });
    return assignment.id;
  });
}
