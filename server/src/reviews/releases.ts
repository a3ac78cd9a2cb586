import type { DbOrTrx } from '../db/database.ts';

/** How a hand-in stands with its student: seen since, seen from a time on, or neither. */
export interface ReleaseState {
  /** since when its student sees the judgement; null where they do not */
  releasedAt: string | null;
  /** when they will, where that is set and not come yet */
  releasesAt: string | null;
}

export const NOT_RELEASED: ReleaseState = { releasedAt: null, releasesAt: null };

interface ReleaseEvent {
  kind: 'released' | 'taken-back';
  given_at: string;
  /** null: at once */
  seen_at: string | null;
}

/**
 * How a hand-in stands after one more event, at a time. Released again while it is released, it stays released since
 * the first time; a release that is set for later takes the place of an earlier one that has not come.
 */
export function afterRelease(before: ReleaseState, event: ReleaseEvent, at: string): ReleaseState {
  if (event.kind === 'taken-back') return NOT_RELEASED;
  // Whether it was seen already when this was said, and not whether it is by now.
  if (before.releasedAt && before.releasedAt <= event.given_at) return before;
  const seen = event.seen_at ?? event.given_at;
  return seen <= at ? { releasedAt: seen, releasesAt: null } : { releasedAt: null, releasesAt: seen };
}

/** How one hand-in stands at a time. */
export async function readRelease(db: DbOrTrx, handInId: string, at: string): Promise<ReleaseState> {
  const rows = await db
    .selectFrom('release_events')
    .select(['kind', 'given_at', 'seen_at'])
    .where('hand_in_id', '=', handInId)
    .orderBy('seq')
    .execute();
  return rows.reduce((state, row) => afterRelease(state, row, at), NOT_RELEASED);
}

/** How those hand-ins of an assignment stand that were ever released, by one query. */
export async function readReleases(
  db: DbOrTrx,
  assignmentId: string,
  at: string,
): Promise<Map<string, ReleaseState>> {
  const rows = await db
    .selectFrom('release_events')
    .innerJoin('hand_ins', 'hand_ins.id', 'release_events.hand_in_id')
    .select(['hand_in_id', 'kind', 'given_at', 'seen_at'])
    .where('hand_ins.assignment_id', '=', assignmentId)
    .orderBy('release_events.seq')
    .execute();
  const states = new Map<string, ReleaseState>();
  for (const row of rows)
    states.set(row.hand_in_id, afterRelease(states.get(row.hand_in_id) ?? NOT_RELEASED, row, at));
  return states;
}
