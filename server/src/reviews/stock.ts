import { type RemarkStock, STOCK_MOST } from '@nachweis/contract';
import { sql } from 'kysely';
import type { Context } from '../context.ts';
import { HttpProblem } from '../http/problem.ts';

/** So many of what was said before are offered, those said most often first. */
const SAID_MOST = 200;

/** Own words for remarks, the newest first, and what this person has said in the assignment before. */
export async function readStock(
  { db }: Context,
  personId: string,
  assignmentId: string,
): Promise<RemarkStock> {
  const own = await db
    .selectFrom('stock_remarks')
    .select(['id', 'text'])
    .where('person_id', '=', personId)
    .orderBy('kept_at', 'desc')
    .execute();
  const said = await db
    .selectFrom('remark_events as r')
    .innerJoin('hand_ins as h', 'h.id', 'r.hand_in_id')
    .leftJoin('hand_in_items as i', 'i.id', 'r.item_id')
    .select(['r.text', 'r.must_show_id', 'i.proof_point_id'])
    .select(sql<number>`count(DISTINCT r.remark_id)`.as('times'))
    .where('h.assignment_id', '=', assignmentId)
    .where('r.author_id', '=', personId)
    .where('r.text', '!=', '')
    // Only what stands: the last event of each remark.
    .where(sql<boolean>`r.seq = (SELECT max(seq) FROM remark_events AS e WHERE e.remark_id = r.remark_id)`)
    .groupBy(['r.text', 'r.must_show_id', 'i.proof_point_id'])
    .orderBy('times', 'desc')
    .orderBy('r.text')
    .limit(SAID_MOST)
    .execute();
  return {
    own,
    said: said.map(({ text, must_show_id, proof_point_id, times }) => ({
      text: text ?? '',
      mustShowId: must_show_id,
      proofPointId: proof_point_id,
      times,
    })),
  };
}

/** Keeps words, or changes them. @throws HttpProblem `too-many` */
export async function putStock(
  { db, now }: Context,
  personId: string,
  stockId: string,
  text: string,
): Promise<void> {
  const { count } = await db
    .selectFrom('stock_remarks')
    .select((e) => e.fn.countAll<number>().as('count'))
    .where('person_id', '=', personId)
    .where('id', '!=', stockId)
    .executeTakeFirstOrThrow();
  if (count >= STOCK_MOST) throw new HttpProblem('too-many', { of: 'stock', most: STOCK_MOST });
  await db
    .insertInto('stock_remarks')
    .values({ id: stockId, person_id: personId, text, kept_at: now().toISOString() })
    .onConflict((c) => c.column('id').doUpdateSet({ text }))
    .execute();
}

export async function removeStock({ db }: Context, stockId: string): Promise<void> {
  await db.deleteFrom('stock_remarks').where('id', '=', stockId).execute();
}
