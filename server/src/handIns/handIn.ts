import { randomUUID } from 'node:crypto';
import type { Assignment, DraftDocument, Receipt } from '@nachweis/contract';
import { missingForHandIn, submissionWindow } from '@nachweis/core';
import { readAssignment } from '../assignments/documents.ts';
import { readGrants, termsFor } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { fieldsColumn, marksColumn, termsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readAttempts, readDraft, requireDraftable, touchDraft } from '../evidence/drafts.ts';
import { formatsAt, prepareRendering, wantRendering, withFormat } from '../evidence/rendering.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { readFields } from '../people/classList.ts';
import { readGroup } from '../people/groups.ts';
import { readReceipt } from './receipts.ts';
import { settleRendering } from './settle.ts';

export interface HandInOrder {
  id: string;
  assignmentId: string;
  studentId: string;
  /** the draft as it was looked at before handing in */
  draftVersion: number;
  /** when the request reached the server: the time that counts */
  at: string;
}

/**
 * Freezes a draft as a hand-in, in one transaction that makes no picture: the pictures were made when the evidence was
 * saved, and those that were not are sealed by a job, with what was handed in and when already fixed.
 *
 * Asking again with the id of a hand-in that was made gives its receipt again.
 *
 * @throws HttpProblem `not-open`, `closed`, `no-attempt-left`, `stale-version`, `incomplete`
 */
export async function handIn(context: Context, order: HandInOrder): Promise<Receipt> {
  const { db, jobs } = context;
  const assignment = await readAssignment(db, order.assignmentId);
  const receipt = await db.transaction().execute(async (trx) => {
    if (!(await madeBefore(trx, order))) await enterHandIn(context, trx, assignment, order);
    return readReceipt(context, trx, order.id);
  });
  jobs.wake();
  return receipt;
}

async function madeBefore(db: DbOrTrx, order: HandInOrder): Promise<boolean> {
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

async function enterHandIn(
  context: Context,
  trx: DbOrTrx,
  assignment: Assignment,
  { id, studentId, draftVersion, at }: HandInOrder,
): Promise<void> {
  const personIds = (await readGroup(trx, assignment, studentId))?.personIds ?? [studentId];
  // Whatever was granted to one of them, as where lateness is counted.
  const terms = termsFor(assignment, await readGrants(trx, assignment.id), personIds);
  await requireDraftable(trx, assignment, terms, studentId, at);
  // A date in a file's name is the day it was handed in, not that on which the server came to it.
  const draft = await readDraft({ ...context, now: () => new Date(at) }, trx, assignment, studentId);
  if (draft.version !== draftVersion) throw new HttpProblem('stale-version', { of: 'draft' });
  requireComplete(assignment, draft);
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
      statement: draft.statement,
      sealed_at: null,
      withdrawn_at: null,
      made_by: studentId,
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
  const keys = await enterItems(context, trx, id, studentId, assignment, draft);
  for (const key of keys) await settleRendering(context, trx, key);
  await touchDraft(trx, assignment.id, studentId);
}

function requireComplete(assignment: Assignment, draft: DraftDocument): void {
  const missing = missingForHandIn({
    ...assignment,
    statement: draft.statement,
    pictures: draft.evidence,
  }).filter((m) => m.level === 'problem');
  if (missing.length > 0) throw new HttpProblem('incomplete', { missing });
}

/** @returns the keys of the pictures that were frozen */
async function enterItems(
  context: Context,
  trx: DbOrTrx,
  handInId: string,
  studentId: string,
  assignment: Assignment,
  draft: DraftDocument,
): Promise<string[]> {
  const captures = await trx
    .selectFrom('captures')
    .select(['id', 'keeps_format'])
    .where(
      'id',
      'in',
      draft.evidence.map((e) => e.capture.id),
    )
    .execute();
  const keeps = new Set(captures.filter((row) => row.keeps_format === 1).map((row) => row.id));
  const keys: string[] = [];
  for (const [position, evidence] of draft.evidence.entries()) {
    const { capture, framing, trims, marks, encoding, proofPointId, fileName } = evidence;
    const from = { ...capture, keepsFormat: keeps.has(capture.id) };
    const formats = formatsAt(assignment, proofPointId);
    const document = withFormat({ framing, trims, marks, encoding }, from, formats);
    const prepared = prepareRendering(document, from);
    keys.push(prepared.key);
    await wantRendering(context, trx, 'seal', prepared.key, document, capture.sha256, studentId);
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
        base_sha256: null,
        file_sha256: null,
      })
      .execute();
  }
  return keys;
}
