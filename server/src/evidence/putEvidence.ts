import type { Assignment, DraftAnswer, EvidenceRestore, EvidenceWrite } from '@nachweis/contract';
import { MAX_PICTURE_PIXELS, type PictureFormat, placingOf } from '@nachweis/core';
import { readAssignment } from '../assignments/documents.ts';
import { readTerms } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { evidenceColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { wantWords } from '../pictures/readJob.ts';
import { readDraft, requireDraftable, touchDraft } from './drafts.ts';
import { makeRoom } from './makeRoom.ts';
import { formatsAt, prepareRendering, wantRendering, withFormat } from './rendering.ts';
import { requireSoundInsets } from './soundInsets.ts';

/**
 * Makes evidence, changes its framing and marks, or moves it to another proof point. What comes to a proof point that is
 * full takes the place of the evidence it names, which can be put back. Its picture is made at once, by a job.
 *
 * @param at when it reached the server
 * @throws HttpProblem `stale-version` when it was changed or taken out elsewhere since it was read,
 *   `point-full` where evidence is there that was not named, `in-bin`, `too-many-pixels`, `not-open`, `closed`, `no-attempt-left`
 */
export async function putEvidence(
  context: Context,
  studentId: string,
  evidenceId: string,
  write: EvidenceWrite,
  at: string = context.now().toISOString(),
): Promise<DraftAnswer> {
  const assignment = await readAssignment(context.db, write.assignmentId);
  const point = assignment.proofPoints.find((p) => p.id === write.proofPointId);
  if (!point) throw notFound('proof-point');
  const answer = await context.db.transaction().execute(async (trx) => {
    const terms = await readTerms(trx, assignment, studentId);
    await requireDraftable(trx, assignment, terms, studentId, at);
    const { rendering, text } = await prepare(context, trx, studentId, write, point.requirements.formats);
    const there = await trx
      .selectFrom('evidence')
      .selectAll()
      .where('id', '=', evidenceId)
      .executeTakeFirst();
    if (there && (there.assignment_id !== write.assignmentId || there.capture_id !== write.captureId))
      throw notFound('evidence');
    if (there?.removed_at) throw new HttpProblem('stale-version', { of: 'evidence-taken-out' });
    // The same write again, after its answer was lost on the way, changes nothing.
    const stays = there?.proof_point_id === point.id;
    if (there && stays && there.document === text)
      return { draft: await readDraft(context, trx, assignment, studentId), takenOut: [] };
    if ((there?.version ?? 0) !== write.baseVersion)
      throw new HttpProblem('stale-version', { of: 'evidence' });
    await touchDraft(trx, assignment.id, studentId);
    const takenOut = stays
      ? []
      : await makeRoom(context, trx, assignment, studentId, point.id, write.replaces);
    if (there) {
      await trx
        .updateTable('evidence')
        .set({
          proof_point_id: point.id,
          document: text,
          rendering_key: rendering,
          version: there.version + 1,
        })
        .where('id', '=', evidenceId)
        .execute();
    } else {
      await trx
        .insertInto('evidence')
        .values({
          id: evidenceId,
          assignment_id: assignment.id,
          student_id: studentId,
          proof_point_id: point.id,
          capture_id: write.captureId,
          document: text,
          rendering_key: rendering,
          version: 1,
          created_at: at,
          removed_at: null,
        })
        .execute();
    }
    await wantWords(context, trx, { assignment, proofPointId: point.id, key: rendering }, studentId);
    return { draft: await readDraft(context, trx, assignment, studentId), takenOut };
  });
  context.jobs.wake();
  return answer;
}

async function prepare(
  context: Context,
  trx: DbOrTrx,
  studentId: string,
  write: EvidenceWrite,
  formats: readonly PictureFormat[] | null,
) {
  const capture = await trx
    .selectFrom('captures')
    .select(['sha256', 'format', 'width', 'height', 'keeps_format', 'deleted_at'])
    .where('id', '=', write.captureId)
    .where('owner_id', '=', studentId)
    .executeTakeFirst();
  if (!capture) throw notFound('capture');
  if (capture.deleted_at !== null) throw new HttpProblem('in-bin', {});
  const { framing, trims, marks, encoding } = write;
  requireSoundInsets(marks);
  const document = { framing, trims, marks, encoding };
  const { width, height } = placingOf(document, capture).size;
  if (width * height > MAX_PICTURE_PIXELS) throw new HttpProblem('too-many-pixels', { width, height });
  const from = { ...capture, keepsFormat: capture.keeps_format === 1 };
  const made = withFormat(document, from, formats);
  const { key } = prepareRendering(made, from);
  await wantRendering(context, trx, 'render', key, made, capture.sha256, studentId);
  return { rendering: key, text: evidenceColumn.write(document) };
}

/**
 * Takes evidence out of the draft, or puts it back; taking out what is out already changes nothing.
 * @param at when it reached the server
 * @throws HttpProblem `point-full` where it has no place any more
 */
export async function setRemoved(
  context: Context,
  studentId: string,
  evidenceId: string,
  change: { removed: true } | ({ removed: false } & EvidenceRestore),
  at: string = context.now().toISOString(),
): Promise<DraftAnswer> {
  const answer = await context.db.transaction().execute(async (trx) => {
    const row = await trx.selectFrom('evidence').selectAll().where('id', '=', evidenceId).executeTakeFirst();
    if (!row) throw notFound('evidence');
    const assignment = await readAssignment(trx, row.assignment_id);
    const terms = await readTerms(trx, assignment, studentId);
    await requireDraftable(trx, assignment, terms, studentId, at);
    let takenOut: string[] = [];
    if ((row.removed_at !== null) !== change.removed) {
      if (!change.removed)
        takenOut = await putBack(context, trx, assignment, studentId, row, change.replaces);
      await trx
        .updateTable('evidence')
        .set({ removed_at: change.removed ? at : null })
        .where('id', '=', evidenceId)
        .execute();
      await touchDraft(trx, assignment.id, studentId);
    }
    return { draft: await readDraft(context, trx, assignment, studentId), takenOut };
  });
  context.jobs.wake();
  return answer;
}

/** Makes room, and sees to the picture again: while evidence is out, what was made of it may have gone. */
async function putBack(
  context: Context,
  trx: DbOrTrx,
  assignment: Assignment,
  studentId: string,
  row: { id: string; proof_point_id: string; capture_id: string; document: string },
  replaces: string[],
): Promise<string[]> {
  const write = {
    ...evidenceColumn.read(row.document),
    assignmentId: assignment.id,
    proofPointId: row.proof_point_id,
    captureId: row.capture_id,
    baseVersion: 0,
    replaces,
  };
  const { rendering } = await prepare(
    context,
    trx,
    studentId,
    write,
    formatsAt(assignment, row.proof_point_id),
  );
  await trx.updateTable('evidence').set({ rendering_key: rendering }).where('id', '=', row.id).execute();
  return makeRoom(context, trx, assignment, studentId, row.proof_point_id, replaces);
}
