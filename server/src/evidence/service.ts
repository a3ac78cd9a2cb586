import type { Assignment, DraftAnswer, EvidenceWrite } from '@nachweis/contract';
import { readAssignment } from '../assignments/queries.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { readDraft, requireDraftable, touchDraft } from './drafts.ts';

/**
 * Makes evidence or changes its framing and marks. New evidence at a proof point that is full takes the place of the
 * newest one there, which can be put back.
 *
 * @throws HttpProblem `stale-version` when it was changed elsewhere since it was read
 */
export async function putEvidence(
  context: Context,
  studentId: string,
  evidenceId: string,
  write: EvidenceWrite,
): Promise<DraftAnswer> {
  const assignment = await readAssignment(context.db, write.assignmentId);
  const point = assignment.proofPoints.find((p) => p.id === write.proofPointId);
  if (!point) throw notFound('The proof point');
  return context.db.transaction().execute(async (trx) => {
    await requireDraftable(context, trx, assignment, studentId);
    await touchDraft(trx, assignment.id, studentId);
    const there = await trx
      .selectFrom('evidence')
      .selectAll()
      .where('id', '=', evidenceId)
      .executeTakeFirst();
    const framing = JSON.stringify(write.framing);
    const marks = JSON.stringify(write.marks);
    if (there && there.framing === framing && there.marks === marks && there.capture_id === write.captureId) {
      // The same write again, after its answer was lost on the way.
      return { draft: await readDraft(context, trx, assignment, studentId), takenOut: [] };
    }
    if ((there?.version ?? 0) !== write.baseVersion) {
      throw new HttpProblem(
        'stale-version',
        'This picture was changed in another tab or on another device. Both states are kept; choose one.',
      );
    }
    let takenOut: string[] = [];
    if (there) {
      if (there.assignment_id !== write.assignmentId || there.capture_id !== write.captureId)
        throw notFound('The evidence');
      await trx
        .updateTable('evidence')
        .set({ framing, marks, version: there.version + 1 })
        .where('id', '=', evidenceId)
        .execute();
    } else {
      takenOut = await makeRoom(context, trx, assignment, studentId, point.id);
      await trx
        .insertInto('evidence')
        .values({
          id: evidenceId,
          assignment_id: assignment.id,
          student_id: studentId,
          proof_point_id: point.id,
          capture_id: write.captureId,
          framing,
          marks,
          version: 1,
          created_at: context.now().toISOString(),
          removed_at: null,
        })
        .execute();
    }
    return { draft: await readDraft(context, trx, assignment, studentId), takenOut };
  });
}

/** Takes evidence out of the draft, or puts it back; taking out what is out already changes nothing. */
export async function setRemoved(
  context: Context,
  studentId: string,
  evidenceId: string,
  removed: boolean,
): Promise<DraftAnswer> {
  const { db, now } = context;
  const row = await db.selectFrom('evidence').selectAll().where('id', '=', evidenceId).executeTakeFirst();
  if (!row) throw notFound('The evidence');
  const assignment = await readAssignment(db, row.assignment_id);
  return db.transaction().execute(async (trx) => {
    await requireDraftable(context, trx, assignment, studentId);
    let takenOut: string[] = [];
    if ((row.removed_at !== null) !== removed) {
      if (!removed) takenOut = await makeRoom(context, trx, assignment, studentId, row.proof_point_id);
      await trx
        .updateTable('evidence')
        .set({ removed_at: removed ? now().toISOString() : null })
        .where('id', '=', evidenceId)
        .execute();
      await touchDraft(trx, assignment.id, studentId);
    }
    return { draft: await readDraft(context, trx, assignment, studentId), takenOut };
  });
}

async function makeRoom(
  { now }: Context,
  trx: DbOrTrx,
  assignment: Assignment,
  studentId: string,
  pointId: string,
): Promise<string[]> {
  const most = assignment.proofPoints.find((p) => p.id === pointId)?.requirements.maxPictures ?? 1;
  const there = await trx
    .selectFrom('evidence')
    .select('id')
    .where('assignment_id', '=', assignment.id)
    .where('student_id', '=', studentId)
    .where('proof_point_id', '=', pointId)
    .where('removed_at', 'is', null)
    .orderBy('created_at')
    .orderBy('id')
    .execute();
  const leaving = there.slice(most - 1).map((row) => row.id);
  if (leaving.length > 0)
    await trx
      .updateTable('evidence')
      .set({ removed_at: now().toISOString() })
      .where('id', 'in', leaving)
      .execute();
  return leaving;
}
