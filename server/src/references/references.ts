import { randomUUID } from 'node:crypto';
import {
  MOST_REFERENCES,
  type ReferencePicture,
  type References,
  type ReferenceWrite,
} from '@nachweis/contract';
import { FORMAT_FACTS } from '@nachweis/core';
import { roleInAssignment } from '../access/access.ts';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { withWholePicture } from '../evidence/wholePicture.ts';
import { fileHref } from '../files/hrefs.ts';
import { HttpProblem, notFound } from '../http/problem.ts';

/** What a person may see of an assignment's reference pictures; of one that is tried, those of the one it is a trial of. */
export async function readReferences(
  { db }: Context,
  assignmentId: string,
  personId: string,
): Promise<References> {
  const role = await roleInAssignment(db, { personId }, assignmentId);
  return { pictures: await picturesFor(db, assignmentId, role === 'student') };
}

/** The reference pictures of one proof point, for who judges. */
export async function referencesOf(
  db: DbOrTrx,
  assignmentId: string,
  proofPointId: string,
): Promise<ReferencePicture[]> {
  const pictures = await picturesFor(db, assignmentId, false);
  return pictures.filter((picture) => picture.proofPointId === proofPointId);
}

async function picturesFor(
  db: DbOrTrx,
  assignmentId: string,
  asStudent: boolean,
): Promise<ReferencePicture[]> {
  const trial = await db
    .selectFrom('trials')
    .select(['of_id', 'of_version'])
    .where('assignment_id', '=', assignmentId)
    .executeTakeFirst();
  const asked = await readAssignment(db, assignmentId);
  // A trial has ids of its own, in the same order.
  const meant = trial ? await readAssignment(db, trial.of_id, trial.of_version) : asked;
  const pointIds = new Map(meant.proofPoints.map(({ id }, i) => [id, asked.proofPoints[i]?.id]));
  const rows = await db
    .selectFrom('reference_pictures')
    .select(['id', 'proof_point_id', 'caption', 'shown', 'width', 'height', 'format'])
    .where('assignment_id', '=', meant.id)
    .where('removed_at', 'is', null)
    .orderBy('seq')
    .execute();
  return rows.flatMap((row) => {
    const proofPointId = pointIds.get(row.proof_point_id);
    if (!proofPointId || (asStudent && row.shown === 0)) return [];
    const code = meant.proofPoints.find(({ id }) => id === row.proof_point_id)?.code ?? '';
    const name = `${code}-reference`;
    return {
      id: row.id,
      proofPointId,
      caption: row.caption,
      shown: row.shown === 1,
      width: row.width,
      height: row.height,
      href: fileHref('reference', row.id, `${name}.${FORMAT_FACTS[row.format].extensions[0]}`),
      thumbHref: fileHref('reference-thumb', row.id, `${name}.webp`),
    };
  });
}

/**
 * Makes a capture of the caller a reference picture of a proof point. It is made anew as a whole, so that no place and
 * no owner of a camera leaves with it; the capture may go into the bin afterwards.
 *
 * @throws HttpProblem `not-found` for another's capture or another assignment's proof point, `too-many`,
 * `already-exists` for an id that is taken, `picture-refused` for pixels that cannot be read
 */
export async function addReference(
  context: Context,
  assignmentId: string,
  id: string,
  { proofPointId, captureId, caption, shown }: ReferenceWrite,
  by: string,
): Promise<References> {
  const { db } = context;
  const assignment = await readAssignment(db, assignmentId);
  const there = await db.selectFrom('reference_pictures').selectAll().where('id', '=', id).executeTakeFirst();
  if (there) {
    if (there.assignment_id !== assignmentId || there.proof_point_id !== proofPointId)
      throw new HttpProblem('already-exists', {});
    return readReferences(context, assignmentId, by);
  }
  if (!assignment.proofPoints.some((point) => point.id === proofPointId)) throw notFound('proof-point');
  await requireRoom(db, assignmentId, proofPointId);
  await withWholePicture(context, { captureId, by }, async (trx, picture, at) => {
    // Meanwhile the same request may have come a second time, or somebody else added one.
    const again = await trx
      .selectFrom('reference_pictures')
      .select('id')
      .where('id', '=', id)
      .executeTakeFirst();
    if (again) return;
    await requireRoom(trx, assignmentId, proofPointId);
    await trx
      .insertInto('reference_pictures')
      .values({
        id,
        assignment_id: assignmentId,
        proof_point_id: proofPointId,
        ...picture,
        caption,
        shown: shown ? 1 : 0,
        added_by: by,
        added_at: at,
        removed_at: null,
      })
      .execute();
  });
  return readReferences(context, assignmentId, by);
}

async function requireRoom(db: DbOrTrx, assignmentId: string, proofPointId: string): Promise<void> {
  const { count } = await db
    .selectFrom('reference_pictures')
    .select((eb) => eb.fn.countAll<number>().as('count'))
    .where('assignment_id', '=', assignmentId)
    .where('proof_point_id', '=', proofPointId)
    .where('removed_at', 'is', null)
    .executeTakeFirstOrThrow();
  if (count >= MOST_REFERENCES)
    throw new HttpProblem('too-many', { of: 'references', most: MOST_REFERENCES });
}

/** Takes one away; who looks at it at that moment keeps the picture on the page, and nobody gets it anew but the staff. */
export async function removeReference(
  context: Context,
  assignmentId: string,
  id: string,
  by: string,
): Promise<References> {
  const { numUpdatedRows } = await context.db
    .updateTable('reference_pictures')
    .set((eb) => ({ removed_at: eb.fn.coalesce('removed_at', eb.val(context.now().toISOString())) }))
    .where('id', '=', id)
    .where('assignment_id', '=', assignmentId)
    .executeTakeFirst();
  if (numUpdatedRows === 0n) throw notFound('picture');
  return readReferences(context, assignmentId, by);
}

/** Carries the pictures over to a copy of an assignment, whose proof points have other ids in the same order. */
export async function copyReferences(
  trx: DbOrTrx,
  from: { id: string; proofPoints: ReadonlyArray<{ id: string }> },
  to: { id: string; points: ReadonlyArray<{ id: string }> },
): Promise<void> {
  const rows = await trx
    .selectFrom('reference_pictures')
    .selectAll()
    .where('assignment_id', '=', from.id)
    .where('removed_at', 'is', null)
    .orderBy('seq')
    .execute();
  for (const { seq: _, ...row } of rows) {
    const point = to.points[from.proofPoints.findIndex(({ id }) => id === row.proof_point_id)];
    if (!point) continue;
    await trx
      .insertInto('reference_pictures')
      .values({ ...row, id: randomUUID(), assignment_id: to.id, proof_point_id: point.id })
      .execute();
  }
}
