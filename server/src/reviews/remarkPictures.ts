import type { RemarkPicture } from '@nachweis/contract';
import { FORMAT_FACTS, type PictureFormat } from '@nachweis/core';
import { type Actor, ownHandInsWith } from '../access/access.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { withWholePicture } from '../evidence/wholePicture.ts';
import { fileHref } from '../files/hrefs.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { readRelease } from './releases.ts';

interface PictureRow {
  id: string;
  format: PictureFormat;
  width: number;
  height: number;
}

/** A picture of a remark as it is shown. */
export const remarkPicture = ({ id, format, width, height }: PictureRow): RemarkPicture => ({
  id,
  width,
  height,
  href: fileHref('remark-picture', id, `remark.${FORMAT_FACTS[format].extensions[0]}`),
  thumbHref: fileHref('remark-picture-thumb', id, 'remark.webp'),
});

/**
 * Makes an own capture a picture that the remarks of an assignment can have. The same again changes nothing.
 * @throws HttpProblem what `withWholePicture` throws; `already-exists` for an id that is taken
 */
export async function addRemarkPicture(
  context: Context,
  by: string,
  assignmentId: string,
  id: string,
  captureId: string,
): Promise<RemarkPicture> {
  const { db } = context;
  const own = async (trx: DbOrTrx) => {
    const row = await trx.selectFrom('remark_pictures').selectAll().where('id', '=', id).executeTakeFirst();
    if (row && (row.assignment_id !== assignmentId || row.added_by !== by))
      throw new HttpProblem('already-exists', {});
    return row;
  };
  const there = await own(db);
  if (there) return remarkPicture(there);
  await withWholePicture(context, { captureId, by }, async (trx, picture, at) => {
    // Meanwhile the same request may have come a second time.
    if (await own(trx)) return;
    await trx
      .insertInto('remark_pictures')
      .values({ id, assignment_id: assignmentId, ...picture, added_by: by, added_at: at })
      .execute();
  });
  const made = await own(db);
  if (!made) throw notFound('picture');
  return remarkPicture(made);
}

/** @throws HttpProblem `not-found` for a picture of somebody else, or of another assignment than the hand-in's */
export async function requireOwnPicture(
  trx: DbOrTrx,
  { personId, handInId }: { personId: string; handInId: string },
  pictureId: string,
): Promise<void> {
  const row = await trx
    .selectFrom('remark_pictures')
    .innerJoin('hand_ins', 'hand_ins.assignment_id', 'remark_pictures.assignment_id')
    .select('remark_pictures.id')
    .where('remark_pictures.id', '=', pictureId)
    .where('added_by', '=', personId)
    .where('hand_ins.id', '=', handInId)
    .executeTakeFirst();
  if (!row) throw notFound('picture');
}

/** Whether somebody who may fetch a remark's picture sees it yet: a student once a hand-in that has it is released. */
export async function isRemarkPictureShown(
  { db, now }: Context,
  actor: Actor,
  pictureId: string,
): Promise<boolean> {
  const handIns = await ownHandInsWith(db, actor, pictureId);
  // Who is none of its students is of the staff.
  if (handIns.length === 0) return true;
  const states = await Promise.all(handIns.map((id) => readRelease(db, id, now().toISOString())));
  return states.some(({ releasedAt }) => releasedAt !== null);
}
