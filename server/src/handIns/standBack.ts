import type { Assignment } from '@nachweis/contract';
import { secondMarkerOf } from '../access/secondMarkers.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readHandIns, replacementOf } from './handInRows.ts';

/**
 * What stands back behind a newer attempt is judged no more: a release that was set for later does not come, and a second
 * marking that is under way is not waited for. Both go by themselves: who asked for them is named, and not who handed in,
 * where nobody is to know yet whose it is.
 * @param at UTC instant; what was seen or done by then stays so
 */
export async function standBack(
  trx: DbOrTrx,
  assignment: Assignment,
  { personIds, at }: { personIds: readonly string[]; at: string },
): Promise<void> {
  const handIns = await readHandIns(trx, assignment.id);
  for (const one of handIns) {
    if (!one.personIds.some((id) => personIds.includes(id))) continue;
    if (!replacementOf(one, handIns, assignment.counts)) continue;
    await dropSetRelease(trx, one.id, at);
    await dropSecondMarking(trx, one.id, at);
  }
}

async function dropSetRelease(trx: DbOrTrx, hand_in_id: string, at: string): Promise<void> {
  const last = await trx
    .selectFrom('release_events')
    .select(['kind', 'seen_at', 'given_by'])
    .where('hand_in_id', '=', hand_in_id)
    .orderBy('seq', 'desc')
    .limit(1)
    .executeTakeFirst();
  if (last?.kind !== 'released' || last.seen_at === null || last.seen_at <= at) return;
  await trx
    .insertInto('release_events')
    .values({ hand_in_id, kind: 'taken-back', given_by: last.given_by, given_at: at })
    .execute();
}

async function dropSecondMarking(trx: DbOrTrx, hand_in_id: string, at: string): Promise<void> {
  const marker = await secondMarkerOf(trx, hand_in_id);
  if (!marker || marker.doneAt) return;
  await trx
    .insertInto('second_marking_events')
    .values({
      order_id: `taken-back ${at}`,
      hand_in_id,
      marker_id: marker.markerId,
      kind: 'taken-back',
      given_by: marker.by,
      given_at: at,
    })
    .execute();
}
