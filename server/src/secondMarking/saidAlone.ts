import { VERDICTS } from '@nachweis/core';
import type { SecondMarker } from '../access/secondMarkers.ts';
import type { DbOrTrx } from '../db/database.ts';
import { FIRST_ROUND } from '../reviews/judgements.ts';
import type { Answer } from './questions.ts';

/**
 * What the first marker had said of a question before they could see what the second had: the last by the time the
 * second was done, or else the first after it, for nobody is shown a question that only one of the two has answered.
 * What is changed later, or settled, is not said alone.
 *
 * @param markers who marks which hand-in a second time
 * @returns null for what was not answered, and for a hand-in whose second marking is not done
 */
export async function readSaidAlone(
  db: DbOrTrx,
  assignmentId: string,
  markers: ReadonlyMap<string, SecondMarker>,
): Promise<(handInId: string, questionId: string) => Answer | null> {
  const alone = new Map<string, Answer>();
  const take = (handInId: string, questionId: string, at: string, answer: Answer | null) => {
    const { markerId = null, doneAt = null } = markers.get(handInId) ?? {};
    // Whoever marked it a second time and judges it first later agrees with nobody but themselves.
    if (!doneAt || answer?.by === markerId) return;
    const key = `${handInId} ${questionId}`;
    if (at > doneAt) {
      if (answer && !alone.has(key)) alone.set(key, answer);
    } else if (answer) alone.set(key, answer);
    else alone.delete(key);
  };
  const verdicts = await db
    .selectFrom('verdict_events as event')
    .innerJoin('hand_ins', 'hand_ins.id', 'event.hand_in_id')
    .selectAll('event')
    .where('hand_ins.assignment_id', '=', assignmentId)
    .where('round', '=', FIRST_ROUND)
    .orderBy('event.seq')
    .execute();
  for (const { hand_in_id, must_show_id, verdict, given_by, given_at } of verdicts)
    take(
      ...([hand_in_id, must_show_id, given_at] as const),
      verdict && { place: VERDICTS.indexOf(verdict), by: given_by, at: given_at },
    );
  const levels = await db
    .selectFrom('level_events as event')
    .innerJoin('hand_ins', 'hand_ins.id', 'event.hand_in_id')
    .selectAll('event')
    .where('hand_ins.assignment_id', '=', assignmentId)
    .where('round', '=', FIRST_ROUND)
    .orderBy('event.seq')
    .execute();
  for (const { hand_in_id, criterion_id, level, given_by, given_at } of levels)
    take(
      ...([hand_in_id, criterion_id, given_at] as const),
      level === null ? null : { place: level, by: given_by, at: given_at },
    );
  return (handInId, questionId) => alone.get(`${handInId} ${questionId}`) ?? null;
}
