import { RECEIPT_TYPE, type Receipt, type SignedReceipt } from '@nachweis/contract';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import { termsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { joinedNames, namesOf } from '../people/names.ts';
import { handInNumber, readHandIn } from './handInRows.ts';
import { readItems } from './items.ts';

/** What was handed in and when, by the assignment and the terms as they were then; signed once its files are sealed. */
export async function readReceipt(
  { signing }: Pick<Context, 'signing'>,
  db: DbOrTrx,
  handInId: string,
): Promise<Receipt> {
  const { kept, ...receipt } = await readUnsigned(db, handInId);
  const signed = signedOf(receipt);
  if (kept || !signed) return { ...receipt, jws: kept };
  const jws = await signing.sign(signed, RECEIPT_TYPE);
  // Where two ask at once, the one that was first stays.
  await db
    .updateTable('hand_ins')
    .set({ receipt: jws })
    .where('id', '=', handInId)
    .where('receipt', 'is', null)
    .execute();
  const { receipt: first } = await db
    .selectFrom('hand_ins')
    .select('receipt')
    .where('id', '=', handInId)
    .executeTakeFirstOrThrow();
  return { ...receipt, jws: first };
}

/** Null while its files are being made. A picture whose pixels could not be read has no file to sign. */
function signedOf(receipt: Receipt): SignedReceipt | null {
  const { number, student, timeZone, attempt, handedInAt, dueAt, late, sealedAt } = receipt;
  if (!sealedAt) return null;
  const files = receipt.files.flatMap(({ point, name, bytes, sha256 }) =>
    bytes !== null && sha256 !== null ? [{ point, name, bytes, sha256 }] : [],
  );
  const { assignmentTitle: assignment, courseTitle: course } = receipt;
  return { number, student, assignment, course, timeZone, attempt, handedInAt, dueAt, late, sealedAt, files };
}

async function readUnsigned(db: DbOrTrx, handInId: string): Promise<Receipt & { kept: string | null }> {
  const handIn = await readHandIn(db, handInId);
  const assignment = await readAssignment(db, handIn.assignment_id, handIn.version);
  const items = await readItems(db, handInId, null);
  const names = await namesOf(db, handIn.personIds);
  return {
    handInId,
    number: handInNumber(handIn),
    student: joinedNames(handIn.personIds, names),
    assignmentId: assignment.id,
    assignmentTitle: assignment.title,
    courseTitle: assignment.courseTitle,
    timeZone: assignment.timeZone,
    attempt: handIn.attempt,
    handedInAt: handIn.handed_in_at,
    dueAt: (termsColumn.read(handIn.terms) ?? assignment).dueAt,
    late: handIn.late === 1,
    sealedAt: handIn.sealed_at,
    files: items.map((item) => ({
      itemId: item.id,
      point: assignment.proofPoints.find((p) => p.id === item.proofPointId)?.code ?? '',
      name: item.fileName,
      bytes: item.bytes,
      sha256: item.sha256,
      href: item.fileHref,
      damaged: item.damaged,
    })),
    jws: null,
    kept: handIn.receipt,
  };
}
