import type { Assignment } from '@nachweis/contract';
import type { DbOrTrx } from '../db/database.ts';
import { readHandIns, replacementOf } from './handInRows.ts';

/**
 * What stands back behind a newer attempt is judged no more, and so is not released at a time that was set before.
 * @param at UTC instant; what was seen by then stays seen
 */
export async function dropSetReleases(
  trx: DbOrTrx,
  assignment: Assignment,
  { personIds, at }: { personIds: readonly string[]; at: string },
): Promise<void> {
  const handIns = await readHandIns(trx, assignment.id);
  const behind = handIns.filter(
    (one) =>
      one.personIds.some((id) => personIds.includes(id)) && replacementOf(one, handIns, assignment.counts),
  );
  for (const { id } of behind) {
    const last = await trx
      .selectFrom('release_events')
      .select(['kind', 'seen_at', 'given_by'])
      .where('hand_in_id', '=', id)
      .orderBy('seq', 'desc')
      .limit(1)
      .executeTakeFirst();
    if (last?.kind !== 'released' || last.seen_at === null || last.seen_at <= at) continue;
    // It goes by itself: who set it is named, and not who handed in, where nobody is to know yet whose it is.
    await trx
      .insertInto('release_events')
      .values({ hand_in_id: id, kind: 'taken-back', given_by: last.given_by, given_at: at })
      .execute();
  }
}
