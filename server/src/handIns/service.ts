import { randomUUID } from 'node:crypto';
import type { Assignment, DraftDocument, Receipt } from '@nachweis/contract';
import {
  FORMAT_FACTS,
  framedBox,
  framedSize,
  type Mark,
  marksInFrame,
  missingForHandIn,
  scaleMarks,
  submissionWindow,
} from '@nachweis/core';
import { readAssignment } from '../assignments/queries.ts';
import { enterBlob } from '../captures/service.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readDraft, requireDraftable, touchDraft } from '../evidence/drafts.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { countHandIns, readReceipt } from './queries.ts';

export interface HandInOrder {
  id: string;
  assignmentId: string;
  studentId: string;
  /** the draft as it was looked at before handing in */
  draftVersion: number;
}

interface FrozenPicture {
  id: string;
  proofPointId: string;
  captureId: string;
  marks: Mark[];
  width: number;
  height: number;
  fileName: string;
  base: { sha256: string; bytes: Uint8Array };
  file: { sha256: string; bytes: Uint8Array };
}

/**
 * Freezes a draft as a hand-in. The pictures are rendered and made durable first; then one short transaction checks
 * everything once more and enters the hand-in, so that it is either there with all its pictures or not at all.
 * The time that counts is when the request came, not when the rendering was done.
 *
 * Asking again with the id of a hand-in that was made gives its receipt again.
 *
 * @throws HttpProblem `not-open`, `closed`, `no-attempt-left`, `stale-version`, `incomplete`
 */
export async function handIn(context: Context, order: HandInOrder): Promise<Receipt> {
  const { db, jobs, now } = context;
  const at = now().toISOString();
  const assignment = await readAssignment(db, order.assignmentId);
  if (await madeBefore(db, order)) return readReceipt(db, assignment, order.id);
  await requireDraftable(context, db, assignment, order.studentId);
  const draft = await readDraft(context, db, assignment, order.studentId);
  requireSameVersion(draft.version, order.draftVersion);
  requireComplete(assignment, draft);
  const pictures = await freezePictures(context, draft);

  await db.transaction().execute(async (trx) => {
    if (await madeBefore(trx, order)) return;
    await requireDraftable(context, trx, assignment, order.studentId);
    const current = await trx
      .selectFrom('drafts')
      .select('version')
      .where('assignment_id', '=', order.assignmentId)
      .where('student_id', '=', order.studentId)
      .executeTakeFirst();
    requireSameVersion(current?.version ?? 0, order.draftVersion);
    await trx
      .insertInto('hand_ins')
      .values({
        id: order.id,
        assignment_id: order.assignmentId,
        student_id: order.studentId,
        attempt: (await countHandIns(trx, order.assignmentId, order.studentId)) + 1,
        handed_in_at: at,
        late: submissionWindow(assignment, at) === 'late' ? 1 : 0,
        statement: draft.statement,
      })
      .execute();
    for (const [position, picture] of pictures.entries())
      await enterItem(context, trx, order.id, position, picture, at);
    await trx
      .insertInto('reviews')
      .values({
        hand_in_id: order.id,
        adjustment: 0,
        reason: '',
        adjustment_version: 0,
        released_at: null,
        released_by: null,
      })
      .execute();
    await touchDraft(trx, order.assignmentId, order.studentId);
  });
  jobs.wake();
  return readReceipt(db, assignment, order.id);
}

async function madeBefore(db: DbOrTrx, order: HandInOrder): Promise<boolean> {
  const row = await db
    .selectFrom('hand_ins')
    .select(['student_id', 'assignment_id'])
    .where('id', '=', order.id)
    .executeTakeFirst();
  if (!row) return false;
  if (row.student_id !== order.studentId || row.assignment_id !== order.assignmentId)
    throw notFound('The hand-in');
  return true;
}

function requireSameVersion(current: number, lookedAt: number): void {
  if (current === lookedAt) return;
  throw new HttpProblem(
    'stale-version',
    'Your pictures or statement were changed since you looked at them, perhaps in another tab. Look again, then hand in.',
  );
}

function requireComplete(assignment: Assignment, draft: DraftDocument): void {
  const missing = missingForHandIn({
    ...assignment,
    statement: draft.statement,
    pictures: draft.evidence,
  }).filter((m) => m.level === 'stop');
  if (missing.length === 0) return;
  const sentences = missing.map((m) => m.sentence);
  throw new HttpProblem('incomplete', sentences.join(' '), { missing: sentences });
}

async function freezePictures(
  { db, blobs, pictures }: Context,
  draft: DraftDocument,
): Promise<FrozenPicture[]> {
  return Promise.all(
    draft.evidence.map(async (evidence) => {
      const { sha256 } = await db
        .selectFrom('captures')
        .select('sha256')
        .where('id', '=', evidence.capture.id)
        .executeTakeFirstOrThrow();
      const frame = framedBox(evidence.framing, evidence.capture);
      const size = framedSize(evidence.framing, evidence.capture);
      const marks = scaleMarks(marksInFrame(evidence.marks, frame), size.width / frame.width);
      const outline = evidence.framing.kind === 'outline' ? evidence.framing.points : null;
      const { base, file } = await pictures.render({
        path: blobs.pathOf(sha256),
        frame,
        outline,
        size,
        marks,
      });
      return {
        id: randomUUID(),
        proofPointId: evidence.proofPointId,
        captureId: evidence.capture.id,
        marks,
        ...size,
        fileName: evidence.fileName,
        base: { sha256: await blobs.put(base), bytes: base },
        file: { sha256: await blobs.put(file), bytes: file },
      };
    }),
  );
}

async function enterItem(
  { blobs, jobs }: Context,
  trx: DbOrTrx,
  handInId: string,
  position: number,
  picture: FrozenPicture,
  at: string,
): Promise<void> {
  for (const { sha256, bytes } of [picture.base, picture.file]) {
    await enterBlob(trx, blobs, { sha256, bytes, mediaType: FORMAT_FACTS.png.mediaType, at });
  }
  await trx
    .insertInto('hand_in_items')
    .values({
      id: picture.id,
      hand_in_id: handInId,
      proof_point_id: picture.proofPointId,
      position,
      capture_id: picture.captureId,
      marks: JSON.stringify(picture.marks),
      width: picture.width,
      height: picture.height,
      file_name: picture.fileName,
      base_sha256: picture.base.sha256,
      file_sha256: picture.file.sha256,
    })
    .execute();
  await jobs.add(trx, 'inspect', picture.file.sha256);
  if (picture.base.sha256 !== picture.file.sha256) await jobs.add(trx, 'inspect', picture.base.sha256);
}
