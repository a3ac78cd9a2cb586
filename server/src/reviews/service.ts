import type { RemarkWrite } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { readGrade } from './grades.ts';

/** Gives, changes or (with null) clears verdicts. @throws HttpProblem `not-found` for a must-show of another assignment */
export async function writeVerdicts(
  context: Context,
  personId: string,
  handInId: string,
  verdicts: Record<string, Verdict | null>,
): Promise<void> {
  const given_at = context.now().toISOString();
  await context.db.transaction().execute(async (trx) => {
    const known = await trx
      .selectFrom('hand_ins')
      .innerJoin('proof_points', 'proof_points.assignment_id', 'hand_ins.assignment_id')
      .innerJoin('must_shows', 'must_shows.proof_point_id', 'proof_points.id')
      .select('must_shows.id')
      .where('hand_ins.id', '=', handInId)
      .execute();
    const ids = new Set(known.map((row) => row.id));
    for (const [must_show_id, verdict] of Object.entries(verdicts)) {
      if (!ids.has(must_show_id)) throw notFound('The must-show');
      if (verdict === null) {
        await trx
          .deleteFrom('verdicts')
          .where('hand_in_id', '=', handInId)
          .where('must_show_id', '=', must_show_id)
          .execute();
        continue;
      }
      const row = { verdict, given_by: personId, given_at };
      await trx
        .insertInto('verdicts')
        .values({ hand_in_id: handInId, must_show_id, ...row })
        .onConflict((c) => c.columns(['hand_in_id', 'must_show_id']).doUpdateSet(row))
        .execute();
    }
  });
}

/** Writes a remark, or changes an own one. @throws HttpProblem `not-found`, `invalid-request`, `forbidden` */
export async function putRemark(
  context: Context,
  personId: string,
  handInId: string,
  remarkId: string,
  write: RemarkWrite,
): Promise<void> {
  const { db, now } = context;
  if (write.itemId !== null) {
    const item = await db
      .selectFrom('hand_in_items')
      .select(['width', 'height'])
      .where('id', '=', write.itemId)
      .where('hand_in_id', '=', handInId)
      .executeTakeFirst();
    if (!item) throw notFound('The picture');
    if ((write.x ?? 0) >= item.width || (write.y ?? 0) >= item.height) {
      throw new HttpProblem(
        'invalid-request',
        `The remark's place is outside the picture of ${item.width} x ${item.height} pixels.`,
      );
    }
  }
  const { itemId: item_id, x, y, text } = write;
  const there = await readRemark(context, handInId, remarkId);
  if (there) {
    requireAuthor(there.author_id, personId);
    await db.updateTable('remarks').set({ item_id, x, y, text }).where('id', '=', remarkId).execute();
    return;
  }
  await db
    .insertInto('remarks')
    .values({
      id: remarkId,
      hand_in_id: handInId,
      item_id,
      x,
      y,
      text,
      author_id: personId,
      written_at: now().toISOString(),
    })
    .execute();
}

/** Takes an own remark away; one that is gone already stays gone. */
export async function removeRemark(
  context: Context,
  personId: string,
  handInId: string,
  remarkId: string,
): Promise<void> {
  const there = await readRemark(context, handInId, remarkId);
  if (!there) return;
  requireAuthor(there.author_id, personId);
  await context.db.deleteFrom('remarks').where('id', '=', remarkId).execute();
}

async function readRemark({ db }: Context, handInId: string, remarkId: string) {
  const row = await db
    .selectFrom('remarks')
    .select(['author_id', 'hand_in_id'])
    .where('id', '=', remarkId)
    .executeTakeFirst();
  if (row && row.hand_in_id !== handInId) throw notFound('The remark');
  return row;
}

function requireAuthor(authorId: string, personId: string): void {
  if (authorId !== personId)
    throw new HttpProblem('forbidden', 'Only its author can change a remark. Write one of your own.');
}

/** Adjusts the points by hand. @throws HttpProblem `stale-version` */
export async function writeAdjustment(
  context: Context,
  handInId: string,
  units: number,
  reason: string,
  baseVersion: number,
): Promise<void> {
  const { numUpdatedRows } = await context.db
    .updateTable('reviews')
    .set((eb) => ({ adjustment: units, reason, adjustment_version: eb('adjustment_version', '+', 1) }))
    .where('hand_in_id', '=', handInId)
    .where('adjustment_version', '=', baseVersion)
    .executeTakeFirst();
  if (numUpdatedRows === 0n)
    throw new HttpProblem(
      'stale-version',
      'Somebody else adjusted these points meanwhile. Look at their reason, then decide.',
    );
}

/** Lets the student see the judgement. @throws HttpProblem `incomplete` while a must-show has no verdict */
export async function release(context: Context, personId: string, handInId: string): Promise<number> {
  const { open } = await readGrade(context.db, handInId);
  if (open > 0) {
    throw new HttpProblem(
      'incomplete',
      `${open === 1 ? 'One must-show has' : `${open} must-shows have`} no verdict yet. Give it, then release.`,
    );
  }
  const { numUpdatedRows } = await context.db
    .updateTable('reviews')
    .set({ released_at: context.now().toISOString(), released_by: personId })
    .where('hand_in_id', '=', handInId)
    .where('released_at', 'is', null)
    .executeTakeFirst();
  return Number(numUpdatedRows);
}

/** Releases every hand-in of an assignment that has all its verdicts; says how many that were. */
export async function releaseAll(context: Context, personId: string, assignmentId: string): Promise<number> {
  const { db } = context;
  const rows = await db
    .selectFrom('hand_ins')
    .innerJoin('reviews', 'reviews.hand_in_id', 'hand_ins.id')
    .select('hand_ins.id')
    .where('assignment_id', '=', assignmentId)
    .where('released_at', 'is', null)
    .execute();
  let released = 0;
  for (const { id } of rows) {
    const { open } = await readGrade(db, id);
    if (open === 0) released += await release(context, personId, id);
  }
  return released;
}
