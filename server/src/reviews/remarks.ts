import type { RemarksNow, RemarkWrite } from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { namesIn, readJudgements } from './judgements.ts';
import { requireOwnPicture } from './remarkPictures.ts';
import { remarksShown } from './remarkStates.ts';
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
  remark: RemarkWrite,
): Promise<RemarksNow> {
  const at = now().toISOString();
  return db.transaction().execute(async (trx) => {
    await requireJudging(trx, handInId, personId, at);
    await writeRemark(trx, { personId, handInId, remarkId, at }, remark);
    return remarksNow(trx, handInId, personId, at);
  });
}

/** Takes an own remark away; one that is gone already stays gone. */
export async function removeRemark(
  { db, now }: Context,
  personId: string,
  handInId: string,
  remarkId: string,
): Promise<RemarksNow> {
  const at = now().toISOString();
  return db.transaction().execute(async (trx) => {
    await requireJudging(trx, handInId, personId, at);
    await takeRemark(trx, { personId, handInId, remarkId, at });
    return remarksNow(trx, handInId, personId, at);
  });
}

/** Which remark is written by whom, and when. */
export interface RemarkWriting {
  personId: string;
  handInId: string;
  remarkId: string;
  at: string;
}

/** One remark, by somebody who was found to be judging the hand-in. */
export async function writeRemark(
  trx: DbOrTrx,
  { personId, handInId, remarkId, at }: RemarkWriting,
  { itemId, on, ...rest }: RemarkWrite,
): Promise<void> {
  await requirePlace(trx, handInId, { itemId, ...rest });
  const there = await lastRemarkEvent(trx, remarkId);
  requireOwn(there, handInId, personId);
  const { shape, x, y, width, height, sign, text, mustShowId, pictureId } = rest;
  const place = { item_id: itemId, shape, x, y, width, height };
  const said = { ...place, sign, text, must_show_id: mustShowId, picture_id: pictureId };
  const keys = Object.keys(said) as Array<keyof typeof said>;
  if (there && keys.every((key) => there[key] === said[key])) return;
  // A remark that was taken away is not brought back by a change that did not know of it.
  if ((there?.seq ?? 0) !== on) throw new HttpProblem('stale-version', { of: 'remark' });
  if (pictureId !== null) await requireOwnPicture(trx, { personId, handInId }, pictureId);
  await trx
    .insertInto('remark_events')
    .values({ remark_id: remarkId, hand_in_id: handInId, author_id: personId, written_at: at, ...said })
    .execute();
}

/** Takes one away; with none there, nothing is done. */
export async function takeRemark(
  trx: DbOrTrx,
  { personId, handInId, remarkId, at }: RemarkWriting,
): Promise<boolean> {
  const there = await lastRemarkEvent(trx, remarkId);
  if (!there || there.hand_in_id !== handInId || there.text === null) return false;
  requireOwn(there, handInId, personId);
  const nothing = { item_id: null, x: null, y: null, text: null, picture_id: null };
  await trx
    .insertInto('remark_events')
    .values({ remark_id: remarkId, hand_in_id: handInId, author_id: personId, written_at: at, ...nothing })
    .execute();
  return true;
}

export const lastRemarkEvent = (trx: DbOrTrx, remarkId: string) =>
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

type Place = Pick<RemarkWrite, 'itemId' | 'x' | 'y' | 'width' | 'height'>;

async function requirePlace(trx: DbOrTrx, handInId: string, place: Place): Promise<void> {
  if (place.itemId === null) return;
  const item = await trx
    .selectFrom('hand_in_items')
    .select(['width', 'height'])
    .where('id', '=', place.itemId)
    .where('hand_in_id', '=', handInId)
    .executeTakeFirst();
  if (!item) throw notFound('picture');
  const { width, height } = item;
  const right = (place.x ?? 0) + (place.width ?? 1);
  const bottom = (place.y ?? 0) + (place.height ?? 1);
  if (right > width || bottom > height)
    throw new HttpProblem('invalid-request', { why: 'remark-outside', width, height });
}

export async function remarksNow(
  trx: DbOrTrx,
  handInId: string,
  personId: string,
  at: string,
): Promise<RemarksNow> {
  const judgement = (await readJudgements(trx, { handInId }, at))(handInId);
  return { handInId, remarks: remarksShown(judgement, await namesIn(trx, judgement), personId) };
}
