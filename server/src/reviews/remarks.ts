import type { RemarksNow, RemarkWrite } from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { namesIn, readJudgements, remarksShown } from './judgements.ts';
import { requireJudging } from './requireJudging.ts';

/**
 * Writes a remark, or changes an own one. The same again changes nothing.
 * @throws HttpProblem `not-found`, `invalid-request`, `forbidden`, `stale-version`, and what `requireJudging` throws
 */
export async function putRemark(
  { db, now }: Context,
  personId: string,
  handInId: string,
  remarkId: string,
  { itemId, x, y, text, on }: RemarkWrite,
): Promise<RemarksNow> {
  return db.transaction().execute(async (trx) => {
    await requireJudging(trx, handInId, personId);
    await requirePlace(trx, handInId, itemId, x, y);
    const there = await lastEvent(trx, remarkId);
    requireOwn(there, handInId, personId);
    const place = { item_id: itemId, x, y };
    const same = there && there.text === text && there.item_id === itemId && there.x === x && there.y === y;
    if (!same) {
      // A remark that was taken away is not brought back by a change that did not know of it.
      if ((there?.seq ?? 0) !== on) throw new HttpProblem('stale-version', { of: 'remark' });
      await append(trx, handInId, remarkId, personId, now().toISOString(), { ...place, text });
    }
    return remarksNow(trx, handInId, personId);
  });
}

/** Takes an own remark away; one that is gone already stays gone. */
export async function removeRemark(
  { db, now }: Context,
  personId: string,
  handInId: string,
  remarkId: string,
): Promise<RemarksNow> {
  return db.transaction().execute(async (trx) => {
    await requireJudging(trx, handInId, personId);
    const there = await lastEvent(trx, remarkId);
    if (there && there.hand_in_id === handInId && there.text !== null) {
      requireOwn(there, handInId, personId);
      const nothing = { item_id: null, x: null, y: null, text: null };
      await append(trx, handInId, remarkId, personId, now().toISOString(), nothing);
    }
    return remarksNow(trx, handInId, personId);
  });
}

async function append(
  trx: DbOrTrx,
  hand_in_id: string,
  remark_id: string,
  author_id: string,
  written_at: string,
  what: { item_id: string | null; x: number | null; y: number | null; text: string | null },
): Promise<void> {
  await trx
    .insertInto('remark_events')
    .values({ remark_id, hand_in_id, author_id, written_at, ...what })
    .execute();
}

const lastEvent = (trx: DbOrTrx, remarkId: string) =>
  trx
    .selectFrom('remark_events')
    .selectAll()
    .where('remark_id', '=', remarkId)
    .orderBy('seq', 'desc')
    .executeTakeFirst();

function requireOwn(
  there: { hand_in_id: string; author_id: string } | undefined,
  handInId: string,
  personId: string,
): void {
  if (!there) return;
  if (there.hand_in_id !== handInId) throw notFound('remark');
  if (there.author_id !== personId) throw new HttpProblem('forbidden', { why: 'others-remark' });
}

async function requirePlace(
  trx: DbOrTrx,
  handInId: string,
  itemId: string | null,
  x: number | null,
  y: number | null,
): Promise<void> {
  if (itemId === null) return;
  const item = await trx
    .selectFrom('hand_in_items')
    .select(['width', 'height'])
    .where('id', '=', itemId)
    .where('hand_in_id', '=', handInId)
    .executeTakeFirst();
  if (!item) throw notFound('picture');
  const { width, height } = item;
  if ((x ?? 0) >= width || (y ?? 0) >= height)
    throw new HttpProblem('invalid-request', { why: 'remark-outside', width, height });
}

async function remarksNow(trx: DbOrTrx, handInId: string, personId: string): Promise<RemarksNow> {
  const judgement = (await readJudgements(trx, { handInId }))(handInId);
  return { handInId, remarks: remarksShown(judgement, await namesIn(trx, judgement), personId) };
}
