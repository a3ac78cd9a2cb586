import type { Assignment, DraftDocument, Evidence, Terms } from '@nachweis/contract';
import { distinctNames, PICTURE_FORMATS, usualEncoding } from '@nachweis/core';
import { windowOf } from '../assignments/windowOf.ts';
import { captureOf } from '../captures/captureOf.ts';
import type { Context } from '../context.ts';
import { evidenceColumn, wordsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem } from '../http/problem.ts';
import { WORDS_CHECK } from '../pictures/readJob.ts';
import { hidingCaptures } from './hidingCaptures.ts';
import { pictureNamer } from './pictureNames.ts';
import { prepareRendering, withFormat } from './rendering.ts';

/** What was handed in before: what a draft needs to know of it. */
export interface AttemptsMade {
  /** hand-ins that were not withdrawn */
  used: number;
  /** number of the last, withdrawn or not */
  last: number;
}

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
  const rows = await readEvidence(db, assignment.id, studentId);
  const hiding = await hidingCaptures(
    db,
    studentId,
    rows.map((row) => row.sha256),
  );
  const attempt = (await readAttempts(db, assignment.id, studentId)).last + 1;
  const nameOf = await pictureNamer(context, db, assignment, studentId, attempt);
  const evidence: Evidence[] = [];
  const nextNames: Record<string, string> = {};
  for (const point of assignment.proofPoints) {
    const here = rows.filter((row) => row.proof_point_id === point.id);
    for (const [index, row] of here.entries()) {
      const document = evidenceColumn.read(row.document);
      const capture = captureOf(row, row.bytes);
      const from = { ...capture, keepsFormat: row.keeps_format === 1 };
      const { format } = prepareRendering(withFormat(document, from, point.requirements.formats), from);
      evidence.push({
        id: row.evidence_id,
        proofPointId: point.id,
        capture,
        ...document,
        version: row.version,
        captureHides: hiding.has(row.sha256),
        fileName: nameOf(point.code, index + 1, format),
        damaged: row.failed === 1,
        fileBytes: row.file_bytes,
        read:
          row.words !== null && point.requirements.words.length > 0 ? wordsColumn.read(row.words).text : null,
      });
    }
    const full = here.length >= point.requirements.maxPictures;
    const usual = usualEncoding(point.requirements.formats ?? PICTURE_FORMATS).format;
    nextNames[point.id] = nameOf(point.code, full ? here.length : here.length + 1, usual);
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

/** What lies in a draft, in the order in which it came. */
function readEvidence(db: DbOrTrx, assignmentId: string, studentId: string) {
  return db
    .selectFrom('evidence')
    .innerJoin('captures', 'captures.id', 'evidence.capture_id')
    .innerJoin('blobs', 'blobs.sha256', 'captures.sha256')
    .leftJoin('renderings', 'renderings.key', 'evidence.rendering_key')
    .leftJoin('blobs as file', 'file.sha256', 'renderings.file_sha256')
    .leftJoin('facts as words', (join) =>
      join.onRef('words.sha256', '=', 'renderings.base_sha256').on('words.check_name', '=', WORDS_CHECK),
    )
    .selectAll('captures')
    .select([
      'evidence.id as evidence_id',
      'evidence.proof_point_id',
      'evidence.document',
      'evidence.version',
      'blobs.bytes',
      'renderings.failed',
      'file.bytes as file_bytes',
      'words.facts as words',
    ])
    .where('evidence.assignment_id', '=', assignmentId)
    .where('evidence.student_id', '=', studentId)
    .where('evidence.removed_at', 'is', null)
    .orderBy('evidence.created_at')
    .orderBy('evidence.id')
    .execute();
}

export async function readAttempts(
  db: DbOrTrx,
  assignmentId: string,
  studentId: string,
): Promise<AttemptsMade> {
  const rows = await db
    .selectFrom('hand_in_people')
    .innerJoin('hand_ins', 'hand_ins.id', 'hand_in_people.hand_in_id')
    .select(['hand_ins.attempt', 'hand_ins.withdrawn_at'])
    .where('hand_in_people.assignment_id', '=', assignmentId)
    .where('hand_in_people.person_id', '=', studentId)
    .execute();
  return {
    used: rows.filter((row) => row.withdrawn_at === null).length,
    last: Math.max(0, ...rows.map((row) => row.attempt)),
  };
}

/**
 * Whether a student may change the draft, or hand it in.
 * @param at when what they sent reached the server
 * @throws HttpProblem `not-open`, `closed`, `no-attempt-left`
 */
export async function requireDraftable(
  db: DbOrTrx,
  assignment: Assignment,
  terms: Terms,
  studentId: string,
  at: string,
): Promise<void> {
  const { title } = assignment;
  const state = windowOf(assignment, terms, at);
  if (state === 'not-open') throw new HttpProblem('not-open', { title });
  if (state === 'closed') throw new HttpProblem('closed', { title });
  const { used } = await readAttempts(db, assignment.id, studentId);
  if (used >= terms.attempts) throw new HttpProblem('no-attempt-left', { title, attempts: terms.attempts });
}

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
