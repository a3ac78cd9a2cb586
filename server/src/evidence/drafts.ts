import type { Assignment, DraftDocument, Evidence } from '@nachweis/contract';
import { distinctNames, FORMAT_FACTS, formName, submissionWindow } from '@nachweis/core';
import { captureOf } from '../captures/service.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { countHandIns } from '../handIns/queries.ts';
import { HttpProblem } from '../http/problem.ts';

/** The draft of a student; one that has not been started is empty and has version 0. */
export async function readDraft(
  context: Context,
  db: DbOrTrx,
  assignment: Assignment,
  studentId: string,
): Promise<DraftDocument> {
  const draft = await db
    .selectFrom('drafts')
    .selectAll()
    .where('assignment_id', '=', assignment.id)
    .where('student_id', '=', studentId)
    .executeTakeFirst();
  const rows = await db
    .selectFrom('evidence')
    .innerJoin('captures', 'captures.id', 'evidence.capture_id')
    .innerJoin('blobs', 'blobs.sha256', 'captures.sha256')
    .selectAll('captures')
    .select([
      'evidence.id as evidence_id',
      'evidence.proof_point_id',
      'evidence.framing',
      'evidence.marks',
      'evidence.version',
      'blobs.bytes',
    ])
    .where('evidence.assignment_id', '=', assignment.id)
    .where('evidence.student_id', '=', studentId)
    .where('evidence.removed_at', 'is', null)
    .orderBy('evidence.created_at')
    .orderBy('evidence.id')
    .execute();
  const attempt = (await countHandIns(db, assignment.id, studentId)) + 1;
  const nameOf = await namer(context, db, assignment, studentId, attempt);
  const evidence: Evidence[] = [];
  const nextNames: Record<string, string> = {};
  for (const point of assignment.proofPoints) {
    const here = rows.filter((row) => row.proof_point_id === point.id);
    for (const [index, row] of here.entries()) {
      evidence.push({
        id: row.evidence_id,
        proofPointId: point.id,
        capture: captureOf(row, row.bytes),
        framing: JSON.parse(row.framing) as Evidence['framing'],
        marks: JSON.parse(row.marks) as Evidence['marks'],
        version: row.version,
        fileName: nameOf(point.code, index + 1),
      });
    }
    const full = here.length >= point.requirements.maxPictures;
    nextNames[point.id] = nameOf(point.code, full ? here.length : here.length + 1);
  }
  const names = distinctNames(evidence.map((e) => e.fileName));
  for (const [index, one] of evidence.entries()) one.fileName = names[index] ?? one.fileName;
  return {
    version: draft?.version ?? 0,
    attempt,
    statement: draft?.statement ?? '',
    statementVersion: draft?.statement_version ?? 0,
    evidence,
    nextNames,
  };
}

/** A function that names the pictures of a student's attempt by the assignment's rule. */
async function namer(
  context: Context,
  db: DbOrTrx,
  assignment: Assignment,
  studentId: string,
  attempt: number,
) {
  const { given_name, surname } = await db
    .selectFrom('people')
    .select(['given_name', 'surname'])
    .where('id', '=', studentId)
    .executeTakeFirstOrThrow();
  const facts = {
    surname,
    givenName: given_name,
    course: assignment.courseTitle,
    assignment: assignment.title,
    attempt,
    at: context.now().toISOString(),
    timeZone: assignment.timeZone,
  };
  return (point: string, picture: number) =>
    formName(assignment.nameRule, { ...facts, point, picture }, FORMAT_FACTS.png.extensions[0]);
}

/**
 * Whether a student may change the draft now.
 * @throws HttpProblem `not-open`, `closed`, `no-attempt-left`
 */
export async function requireDraftable(
  context: Context,
  db: DbOrTrx,
  assignment: Assignment,
  studentId: string,
): Promise<void> {
  const state = submissionWindow(assignment, context.now().toISOString());
  if (state === 'not-open')
    throw new HttpProblem(
      'not-open',
      `“${assignment.title}” is not open yet. Your picture is kept here; add it once it opens.`,
    );
  if (state === 'closed')
    throw new HttpProblem(
      'closed',
      `“${assignment.title}” is closed; nothing can be handed in any more. Ask your instructor.`,
    );
  if ((await countHandIns(db, assignment.id, studentId)) >= assignment.attempts) {
    throw new HttpProblem(
      'no-attempt-left',
      `“${assignment.title}” is handed in already, and ${times(assignment.attempts)} allowed.`,
    );
  }
}

const times = (n: number) => (n === 1 ? 'one hand-in is' : `${n} hand-ins are`);

/** Counts a change of the draft; makes the draft where there is none. Every write to a draft goes through here. */
export async function touchDraft(trx: DbOrTrx, assignmentId: string, studentId: string): Promise<void> {
  await trx
    .insertInto('drafts')
    .values({
      assignment_id: assignmentId,
      student_id: studentId,
      version: 1,
      statement: '',
      statement_version: 0,
    })
    .onConflict((c) =>
      c
        .columns(['assignment_id', 'student_id'])
        .doUpdateSet((eb) => ({ version: eb('drafts.version', '+', 1) })),
    )
    .execute();
}

/** Saves the own statement. @throws HttpProblem `stale-version` when it was changed elsewhere since it was read */
export async function writeStatement(
  context: Context,
  assignment: Assignment,
  studentId: string,
  text: string,
  baseVersion: number,
): Promise<DraftDocument> {
  return context.db.transaction().execute(async (trx) => {
    await touchDraft(trx, assignment.id, studentId);
    const { numUpdatedRows } = await trx
      .updateTable('drafts')
      .set((eb) => ({ statement: text, statement_version: eb('statement_version', '+', 1) }))
      .where('assignment_id', '=', assignment.id)
      .where('student_id', '=', studentId)
      .where('statement_version', '=', baseVersion)
      .executeTakeFirst();
    if (numUpdatedRows === 0n) {
      throw new HttpProblem(
        'stale-version',
        'Your statement was changed in another tab or on another device. Both texts are kept; choose one.',
      );
    }
    return readDraft(context, trx, assignment, studentId);
  });
}
