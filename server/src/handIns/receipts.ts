import type { Receipt } from '@nachweis/contract';
import { readAssignment } from '../assignments/documents.ts';
import { termsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { joinedNames, namesOf } from '../people/names.ts';
import { handInNumber, readHandIn } from './handInRows.ts';
import { readItems } from './items.ts';

/** What was handed in and when, by the assignment and the terms as they were then. */
export async function readReceipt(db: DbOrTrx, handInId: string): Promise<Receipt> {
  const handIn = await readHandIn(db, handInId);
  const assignment = await readAssignment(db, handIn.assignment_id, handIn.version);
  const items = await readItems(db, handInId);
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
  };
}
