import { randomUUID } from 'node:crypto';
import type { Assignment, Evidence, Terms } from '@nachweis/contract';
import { mayShowWhole, submissionWindow } from '@nachweis/core';
import type { Context } from '../context.ts';
import { fieldsColumn, marksColumn, termsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readAttempts, touchDraft } from '../evidence/drafts.ts';
import { formatsAt, prepareRendering, WHOLE, wantRendering, withFormat } from '../evidence/rendering.ts';
import { notFound } from '../http/problem.ts';
import { readFields } from '../people/classList.ts';
import { wantWords } from '../pictures/readJob.ts';
import { settleRendering } from './settle.ts';
import { standBack } from './standBack.ts';

/** What becomes a hand-in. */
export interface Frozen {
  id: string;
  /** everybody it belongs to */
  personIds: readonly string[];
  /** the time that counts */
  at: string;
  /** what holds for whom it belongs to */
  terms: Terms;
  statement: string;
  pictures: ReadonlyArray<Omit<Evidence, 'id' | 'version' | 'damaged' | 'fileBytes' | 'read'>>;
  /** whoever judges may see the whole captures, where nothing of them is hidden */
  showsWhole?: boolean;
  madeBy: string;
  /** where somebody else made it for them: why, and when */
  brought?: { reason: string; at: string };
}

/** Whether a hand-in with this id was made before for the same person and assignment. @throws HttpProblem `not-found` for another one's */
export async function madeBefore(
  db: DbOrTrx,
  order: { id: string; assignmentId: string; studentId: string },
): Promise<boolean> {
  const rows = await db
    .selectFrom('hand_in_people')
    .select(['person_id', 'assignment_id'])
    .where('hand_in_id', '=', order.id)
    .execute();
  if (rows.length === 0) return false;
  if (!rows.some((row) => row.person_id === order.studentId && row.assignment_id === order.assignmentId))
    throw notFound('hand-in');
  return true;
}

/** Enters a hand-in with its pictures, as the next attempt of everybody it belongs to. */
export async function freeze(
  context: Context,
  trx: DbOrTrx,
  assignment: Assignment,
  frozen: Frozen,
): Promise<void> {
  const { id, personIds, at, terms, statement, madeBy, brought } = frozen;
  let last = 0;
  for (const personId of personIds)
    last = Math.max(last, (await readAttempts(trx, assignment.id, personId)).last);
  const attempt = last + 1;
  await trx
    .insertInto('hand_ins')
    .values({
      id,
      assignment_id: assignment.id,
      version: assignment.version,
      attempt,
      handed_in_at: at,
      late: submissionWindow(terms, at) === 'late' ? 1 : 0,
      terms: termsColumn.write(terms),
      statement,
      sealed_at: null,
      withdrawn_at: null,
      made_by: madeBy,
      brought_reason: brought?.reason ?? null,
      brought_at: brought?.at ?? null,
    })
    .execute();
  for (const personId of personIds)
    await trx
      .insertInto('hand_in_people')
      .values({
        hand_in_id: id,
        person_id: personId,
        assignment_id: assignment.id,
        attempt,
        fields: fieldsColumn.write(await readFields(trx, assignment.courseId, personId)),
      })
      .execute();
  if (attempt > 1) await standBack(trx, assignment, { personIds, at: context.now().toISOString() });
  const keys = await enterItems(context, trx, id, assignment, frozen);
  for (const key of keys) await settleRendering(context, trx, key);
  for (const personId of brought ? personIds : [madeBy]) await touchDraft(trx, assignment.id, personId);
}

/** @returns the keys of the pictures that were frozen */
async function enterItems(
  context: Context,
  trx: DbOrTrx,
  handInId: string,
  assignment: Assignment,
  { pictures, showsWhole = false, madeBy }: Frozen,
): Promise<string[]> {
  const captures = await trx
    .selectFrom('captures')
    .select(['id', 'keeps_format'])
    .where(
      'id',
      'in',
      pictures.map(({ capture }) => capture.id),
    )
    .execute();
  const keeps = new Set(captures.filter((row) => row.keeps_format === 1).map((row) => row.id));
  const keys: string[] = [];
  const ofCaptures = pictures.map((picture) => ({ ...picture, capture: picture.capture.sha256 }));
  for (const [position, picture] of pictures.entries()) {
    const { capture, framing, trims, marks, encoding, proofPointId, fileName } = picture;
    const from = { ...capture, keepsFormat: keeps.has(capture.id) };
    const formats = formatsAt(assignment, proofPointId);
    const document = withFormat({ framing, trims, marks, encoding }, from, formats);
    const prepared = prepareRendering(document, from);
    keys.push(prepared.key);
    await wantRendering(context, trx, 'seal', prepared.key, document, capture.sha256, madeBy);
    const shown = ofCaptures[position];
    const whole =
      showsWhole && shown && mayShowWhole(shown, ofCaptures) ? prepareRendering(WHOLE, from) : null;
    if (whole) await wantRendering(context, trx, 'seal', whole.key, WHOLE, capture.sha256, madeBy);
    await wantWords(context, trx, { assignment, proofPointId, key: prepared.key }, madeBy);
    await trx
      .insertInto('hand_in_items')
      .values({
        id: randomUUID(),
        hand_in_id: handInId,
        proof_point_id: proofPointId,
        position,
        capture_id: capture.id,
        marks: marksColumn.write(prepared.marks),
        width: prepared.width,
        height: prepared.height,
        file_name: fileName,
        rendering_key: prepared.key,
        whole_key: whole?.key ?? null,
        base_sha256: null,
        file_sha256: null,
      })
      .execute();
  }
  return keys;
}
