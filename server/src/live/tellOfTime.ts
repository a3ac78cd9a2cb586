import type { Context } from '../context.ts';
import { readLivePlace } from './livePlace.ts';

/**
 * Tells of what nobody did at the moment it came about: a release that was set for a time, files that were sealed after
 * they were handed in. Asks nothing while nobody hears.
 *
 * @param from UTC instant from which on it has not been told; that one itself has
 * @param to UTC instant up to which it is told now
 */
export async function tellOfTime(
  { db, live }: Pick<Context, 'db' | 'live'>,
  from: string,
  to: string,
): Promise<void> {
  if (!live.anybody()) return;
  const released = db
    .selectFrom('release_events')
    .select('hand_in_id')
    .where('seen_at', '>', from)
    .where('seen_at', '<=', to);
  const sealed = db
    .selectFrom('hand_ins')
    .select('id as hand_in_id')
    .where('sealed_at', '>', from)
    .where('sealed_at', '<=', to);
  for (const { hand_in_id } of await released.union(sealed).execute()) {
    const place = await readLivePlace(db, 'hand-ins', hand_in_id);
    if (place) live.tell(place, null);
  }
}
