import type { RemarksNow, ThreadWrite } from '@nachweis/contract';
import type { Actor } from '../access/access.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { readRelease } from './releases.ts';
import { lastRemarkEvent, remarksNow } from './remarks.ts';

/** So many answers to one remark are enough. */
const MOST_ENTRIES = 200;

/**
 * Answers a remark, or says that it is settled or open again. The same entry again changes nothing.
 * What is said to a remark is no judgement: a student says it once the hand-in is released, the staff at any time.
 * @throws HttpProblem `not-found` where there is no such remark, or none yet for its student; `too-many`; `stale-version`
 *   where it would be settled with something said to it that was not seen
 */
export async function answerRemark(
  { db, now }: Context,
  { personId }: Actor,
  { handInId, remarkId, entryId }: { handInId: string; remarkId: string; entryId: string },
  { text, settled, seen }: ThreadWrite,
): Promise<RemarksNow> {
  const at = now().toISOString();
  return db.transaction().execute(async (trx) => {
    const remark = await lastRemarkEvent(trx, remarkId);
    if (!remark || remark.hand_in_id !== handInId || remark.text === null) throw notFound('remark');
    const owns = await trx
      .selectFrom('hand_in_people')
      .select('person_id')
      .where('hand_in_id', '=', handInId)
      .where('person_id', '=', personId)
      .executeTakeFirst();
    const { releasedAt } = await readRelease(trx, handInId, at);
    if (owns && !releasedAt) throw notFound('remark');
    const there = await trx
      .selectFrom('thread_events')
      .select(['author_id', 'remark_id'])
      .where('id', '=', entryId)
      .executeTakeFirst();
    if (there && (there.author_id !== personId || there.remark_id !== remarkId)) throw notFound('remark');
    if (!there) {
      const { count } = await trx
        .selectFrom('thread_events')
        .select((e) => e.fn.countAll<number>().as('count'))
        .where('remark_id', '=', remarkId)
        .executeTakeFirstOrThrow();
      if (settled && seen !== undefined && (await lastSaid(trx, remarkId)) !== seen)
        throw new HttpProblem('stale-version', { of: 'thread' });
      if (count >= MOST_ENTRIES) throw new HttpProblem('too-many', { of: 'answers', most: MOST_ENTRIES });
      await trx
        .insertInto('thread_events')
        .values({
          id: entryId,
          remark_id: remarkId,
          hand_in_id: handInId,
          author_id: personId,
          text,
          settled: settled === null ? null : settled ? 1 : 0,
          written_at: at,
        })
        .execute();
    }
    return remarksNow(trx, handInId, personId, at);
  });
}

async function lastSaid(trx: DbOrTrx, remarkId: string): Promise<string | null> {
  const last = await trx
    .selectFrom('thread_events')
    .select('id')
    .where('remark_id', '=', remarkId)
    .orderBy('seq', 'desc')
    .executeTakeFirst();
  return last?.id ?? null;
}
