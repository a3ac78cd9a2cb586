import { type AskedAgain, MOST_ASKED } from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { namesOf } from '../people/names.ts';
import { readRelease } from './releases.ts';

interface Words {
  handInId: string;
  /** made by who asks; the answer has the same */
  id: string;
  personId: string;
  text: string;
}

/**
 * A student asks for a judgement again, once it is returned and nothing is unanswered. The same again changes nothing.
 * @throws HttpProblem `not-found` before the release; `in-use` while one is open; `too-many`
 */
export async function askAgain(context: Context, words: Words): Promise<{ askedAgain: AskedAgain[] }> {
  const at = context.now().toISOString();
  return context.db.transaction().execute(async (trx) => {
    const there = await readAskedAgain(trx, words.handInId);
    if (!there.some(({ id }) => id === words.id)) {
      if (!(await readRelease(trx, words.handInId, at)).releasedAt) throw notFound('hand-in');
      if (there.some(({ answer }) => answer === null)) throw new HttpProblem('in-use', { of: 'asked-again' });
      if (there.length >= MOST_ASKED)
        throw new HttpProblem('too-many', { of: 'asked-again', most: MOST_ASKED });
      await append(trx, 'asked', words, at);
    }
    return { askedAgain: await readAskedAgain(trx, words.handInId) };
  });
}

/** Answers what was asked; the first answer stays. @throws HttpProblem `not-found` where it was not asked */
export async function answerAsked(context: Context, words: Words): Promise<{ askedAgain: AskedAgain[] }> {
  const at = context.now().toISOString();
  return context.db.transaction().execute(async (trx) => {
    const asked = (await readAskedAgain(trx, words.handInId)).find(({ id }) => id === words.id);
    if (!asked) throw notFound('question');
    if (asked.answer && asked.answer.text !== words.text)
      throw new HttpProblem('already-exists', { of: 'answer' });
    if (!asked.answer) await append(trx, 'answered', words, at);
    return { askedAgain: await readAskedAgain(trx, words.handInId) };
  });
}

async function append(
  trx: DbOrTrx,
  kind: 'asked' | 'answered',
  { handInId, id, personId, text }: Words,
  at: string,
): Promise<void> {
  const { numInsertedOrUpdatedRows } = await trx
    .insertInto('asked_again_events')
    .values({ id, kind, hand_in_id: handInId, person_id: personId, text, given_at: at })
    .onConflict((c) => c.columns(['id', 'kind']).doNothing())
    .executeTakeFirstOrThrow();
  // The id is another hand-in's.
  if (numInsertedOrUpdatedRows === 0n) throw notFound('question');
}

/** What was asked of one hand-in, the oldest first. */
export async function readAskedAgain(db: DbOrTrx, handInId: string): Promise<AskedAgain[]> {
  const rows = await db
    .selectFrom('asked_again_events')
    .selectAll()
    .where('hand_in_id', '=', handInId)
    .orderBy('seq')
    .execute();
  const names = await namesOf(
    db,
    rows.map((row) => row.person_id),
  );
  const said = (row: (typeof rows)[number]) => ({
    by: names(row.person_id),
    at: row.given_at,
    text: row.text,
  });
  return rows
    .filter(({ kind }) => kind === 'asked')
    .map((row) => {
      const answer = rows.find(({ kind, id }) => kind === 'answered' && id === row.id);
      return { id: row.id, ...said(row), answer: answer ? said(answer) : null };
    });
}

/** Hand-ins of an assignment of which a student asked for the judgement again and has no answer yet. */
export async function readOpenAsked(db: DbOrTrx, assignmentId: string): Promise<Set<string>> {
  const rows = await db
    .selectFrom('asked_again_events as asked')
    .innerJoin('hand_ins', 'hand_ins.id', 'asked.hand_in_id')
    .select('asked.hand_in_id')
    .where('hand_ins.assignment_id', '=', assignmentId)
    .where('asked.kind', '=', 'asked')
    .where(({ not, exists, selectFrom }) =>
      not(
        exists(
          selectFrom('asked_again_events as answer')
            .select('answer.seq')
            .whereRef('answer.id', '=', 'asked.id')
            .where('answer.kind', '=', 'answered'),
        ),
      ),
    )
    .execute();
  return new Set(rows.map((row) => row.hand_in_id));
}
