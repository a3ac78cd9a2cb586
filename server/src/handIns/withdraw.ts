import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem } from '../http/problem.ts';
import { readHandIn } from './handInRows.ts';

/** Whether anything was said of a hand-in yet. */
const TABLES = [
  'verdict_events',
  'level_events',
  'adjustment_events',
  'remark_events',
  'release_events',
] as const;

export async function isJudged(db: DbOrTrx, handInId: string): Promise<boolean> {
  for (const table of TABLES) {
    const row = await db
      .selectFrom(table)
      .select('seq')
      .where('hand_in_id', '=', handInId)
      .limit(1)
      .executeTakeFirst();
    if (row) return true;
  }
  return false;
}

/**
 * Withdraws a hand-in: it counts no more, its attempt is free again, and the one before stands in its place. What was
 * handed in stays as it was. Withdrawing it again changes nothing.
 *
 * @throws HttpProblem `review-begun`
 */
export async function withdraw({ db }: Context, handInId: string, at: string): Promise<void> {
  await db.transaction().execute(async (trx) => {
    const { withdrawn_at } = await readHandIn(trx, handInId);
    if (withdrawn_at !== null) return;
    if (await isJudged(trx, handInId)) throw new HttpProblem('review-begun', {});
    await trx.updateTable('hand_ins').set({ withdrawn_at: at }).where('id', '=', handInId).execute();
  });
}
