import type { Assignment, BringIn } from '@nachweis/contract';
import { distinctNames } from '@nachweis/core';
import { readAssignment } from '../assignments/documents.ts';
import { readGrants, termsFor } from '../assignments/terms.ts';
import { captureOf } from '../captures/captureOf.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readAttempts, requireDraftable } from '../evidence/drafts.ts';
import { pictureNamer } from '../evidence/pictureNames.ts';
import { formatsAt, prepareRendering, withFormat } from '../evidence/rendering.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { readGroup } from '../people/groups.ts';
import { type Frozen, freeze, madeBefore } from './freeze.ts';

/**
 * Hands in for a student whose work came another way. It is held to the student's times and attempts by when it came,
 * and not to what a proof sheet asks for: what is missing is seen in the review. The draft that the student may have
 * stays as it is. The pictures become the student's captures.
 *
 * @throws HttpProblem `not-found`, `invalid-request`, `not-open`, `closed`, `no-attempt-left`, `too-many`,
 * `already-exists` where they have handed in already and `again` is not said: what came another way before would silently
 * take the place of what they sent themselves
 */
export async function bringIn(
  context: Context,
  assignmentId: string,
  order: BringIn,
  by: string,
): Promise<{ id: string }> {
  const { db, jobs, now } = context;
  const enteredAt = now().toISOString();
  if (order.cameAt > enteredAt) throw new HttpProblem('invalid-request', { why: 'came-later' });
  const assignment = await readAssignment(db, assignmentId);
  if (assignment.stage !== 'given') throw new HttpProblem('not-open', { title: assignment.title });
  await db.transaction().execute(async (trx) => {
    if (await madeBefore(trx, { ...order, assignmentId })) return;
    await enterBrought(context, trx, assignment, order, by, enteredAt);
  });
  jobs.wake();
  return { id: order.id };
}

async function enterBrought(
  context: Context,
  trx: DbOrTrx,
  assignment: Assignment,
  { id, studentId, cameAt, reason, again, statement, pictures }: BringIn,
  by: string,
  enteredAt: string,
): Promise<void> {
  const student = await trx
    .selectFrom('members')
    .select('person_id')
    .where('course_id', '=', assignment.courseId)
    .where('person_id', '=', studentId)
    .where('role', '=', 'student')
    .executeTakeFirst();
  if (!student) throw notFound('person');
  const personIds = (await readGroup(trx, assignment, studentId))?.personIds ?? [studentId];
  const terms = termsFor(assignment, await readGrants(trx, assignment.id), personIds);
  await requireDraftable(trx, assignment, terms, studentId, cameAt);
  if (!again && (await haveHandedIn(trx, assignment.id, personIds)))
    throw new HttpProblem('already-exists', { of: 'hand-in' });
  const frozen = await readPictures(context, trx, assignment, { studentId, cameAt, pictures }, by);
  await trx
    .updateTable('captures')
    .set({ owner_id: studentId, assignment_id: assignment.id })
    .where(
      'id',
      'in',
      pictures.map(({ captureId }) => captureId),
    )
    .execute();
  const brought = { reason, at: enteredAt };
  await freeze(context, trx, assignment, {
    ...{ id, personIds, at: cameAt, terms, statement, brought },
    pictures: frozen,
    madeBy: by,
  });
}

async function haveHandedIn(
  db: DbOrTrx,
  assignmentId: string,
  personIds: readonly string[],
): Promise<boolean> {
  for (const id of personIds) if ((await readAttempts(db, assignmentId, id)).used > 0) return true;
  return false;
}

/** The pictures whole, under the names that the student's own would have. */
async function readPictures(
  context: Context,
  trx: DbOrTrx,
  assignment: Assignment,
  { studentId, cameAt, pictures }: Pick<BringIn, 'studentId' | 'cameAt' | 'pictures'>,
  by: string,
): Promise<Frozen['pictures']> {
  const attempt = (await readAttempts(trx, assignment.id, studentId)).last + 1;
  const nameOf = await pictureNamer(
    { ...context, now: () => new Date(cameAt) },
    ...([trx, assignment, studentId, attempt] as const),
  );
  const rows = await trx
    .selectFrom('captures')
    .innerJoin('blobs', 'blobs.sha256', 'captures.sha256')
    .selectAll('captures')
    .select('blobs.bytes')
    .where(
      'captures.id',
      'in',
      pictures.map(({ captureId }) => captureId),
    )
    .where('owner_id', '=', by)
    .where('deleted_at', 'is', null)
    // What is evidence of one's own elsewhere stays one's own.
    .where(({ not, exists, selectFrom }) =>
      not(exists(selectFrom('evidence').select('id').whereRef('capture_id', '=', 'captures.id'))),
    )
    .execute();
  const captures = new Map(rows.map((row) => [row.id, row]));
  const frozen = assignment.proofPoints.flatMap((point) => {
    const here = pictures.filter(({ proofPointId }) => proofPointId === point.id);
    const most = point.requirements.maxPictures;
    if (here.length > most) throw new HttpProblem('too-many', { of: 'pictures', point: point.code, most });
    return here.map(({ captureId, proofPointId }, index) => {
      const row = captures.get(captureId);
      // The same picture twice would be one capture of two.
      if (!row || !captures.delete(captureId)) throw notFound('capture');
      const capture = captureOf(row, row.bytes);
      const whole = { framing: { kind: 'whole' as const }, trims: [], marks: [], encoding: null };
      const from = { ...capture, keepsFormat: row.keeps_format === 1 };
      const { format } = prepareRendering(withFormat(whole, from, formatsAt(assignment, proofPointId)), from);
      const fileName = nameOf(point.code, index + 1, format);
      return { ...whole, proofPointId, capture, captureHides: false, fileName };
    });
  });
  if (frozen.length !== pictures.length) throw notFound('proof-point');
  const names = distinctNames(frozen.map(({ fileName }) => fileName));
  return frozen.map((picture, index) => ({ ...picture, fileName: names[index] ?? picture.fileName }));
}
