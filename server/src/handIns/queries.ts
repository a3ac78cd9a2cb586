import type { Assignment, HandInItem, HandInSummary, Receipt } from '@nachweis/contract';
import type { DbOrTrx } from '../db/database.ts';
import { fileHref, withExtension } from '../files/hrefs.ts';
import { notFound } from '../http/problem.ts';
import { totalUnits } from '../reviews/grades.ts';

/** The number a person quotes: "H-00042". */
export const handInNumber = (seq: number) => `H-${String(seq).padStart(5, '0')}`;

export async function countHandIns(db: DbOrTrx, assignmentId: string, studentId: string): Promise<number> {
  const { n } = await db
    .selectFrom('hand_ins')
    .select((eb) => eb.fn.countAll<number>().as('n'))
    .where('assignment_id', '=', assignmentId)
    .where('student_id', '=', studentId)
    .executeTakeFirstOrThrow();
  return n;
}

/** A student's hand-ins of an assignment, the latest first; points only once released. */
export async function summariseHandIns(
  db: DbOrTrx,
  assignmentId: string,
  studentId: string,
): Promise<HandInSummary[]> {
  const rows = await db
    .selectFrom('hand_ins')
    .leftJoin('reviews', 'reviews.hand_in_id', 'hand_ins.id')
    .select(['hand_ins.id', 'seq', 'attempt', 'handed_in_at', 'late', 'released_at'])
    .where('assignment_id', '=', assignmentId)
    .where('student_id', '=', studentId)
    .orderBy('attempt', 'desc')
    .execute();
  return Promise.all(
    rows.map(async (row) => ({
      id: row.id,
      number: handInNumber(row.seq),
      attempt: row.attempt,
      handedInAt: row.handed_in_at,
      late: row.late === 1,
      releasedAt: row.released_at,
      totalUnits: row.released_at ? await totalUnits(db, row.id) : null,
    })),
  );
}

/** The row of a hand-in with its student's name. @throws HttpProblem `not-found` */
export async function readHandIn(db: DbOrTrx, handInId: string) {
  const row = await db
    .selectFrom('hand_ins')
    .innerJoin('people', 'people.id', 'hand_ins.student_id')
    .selectAll('hand_ins')
    .select(['given_name', 'surname'])
    .where('hand_ins.id', '=', handInId)
    .executeTakeFirst();
  if (!row) throw notFound('The hand-in');
  return { ...row, studentName: `${row.given_name} ${row.surname}`, number: handInNumber(row.seq) };
}

/** The frozen pictures of a hand-in, in the order of the proof sheet. */
export async function readItems(db: DbOrTrx, handInId: string): Promise<HandInItem[]> {
  const rows = await db
    .selectFrom('hand_in_items')
    .innerJoin('captures', 'captures.id', 'hand_in_items.capture_id')
    .innerJoin('blobs', 'blobs.sha256', 'hand_in_items.file_sha256')
    .selectAll('hand_in_items')
    .select(['captures.source', 'captures.surface', 'captures.record', 'blobs.bytes'])
    .where('hand_in_id', '=', handInId)
    .orderBy('position')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    proofPointId: row.proof_point_id,
    width: row.width,
    height: row.height,
    marks: JSON.parse(row.marks) as HandInItem['marks'],
    source: row.source,
    surface: row.surface,
    fileName: row.file_name,
    bytes: row.bytes,
    sha256: row.file_sha256,
    record: row.record,
    baseHref: fileHref('base', row.id, row.file_name),
    fileHref: fileHref('file', row.id, row.file_name),
    thumbHref: fileHref('thumb', row.id, withExtension(row.file_name, 'webp')),
  }));
}

export async function readReceipt(db: DbOrTrx, assignment: Assignment, handInId: string): Promise<Receipt> {
  const handIn = await readHandIn(db, handInId);
  const items = await readItems(db, handInId);
  return {
    handInId,
    number: handIn.number,
    student: handIn.studentName,
    assignmentId: assignment.id,
    assignmentTitle: assignment.title,
    courseTitle: assignment.courseTitle,
    timeZone: assignment.timeZone,
    attempt: handIn.attempt,
    handedInAt: handIn.handed_in_at,
    dueAt: assignment.dueAt,
    late: handIn.late === 1,
    files: items.map((item) => ({
      itemId: item.id,
      point: assignment.proofPoints.find((p) => p.id === item.proofPointId)?.code ?? '',
      name: item.fileName,
      bytes: item.bytes,
      sha256: item.sha256,
      href: item.fileHref,
    })),
  };
}
