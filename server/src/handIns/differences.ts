import type { Assignment, Since } from '@nachweis/contract';
import { attemptDifferences } from '@nachweis/core';
import type { DbOrTrx } from '../db/database.ts';
import { type HandInRow, handInNumber, readHandIns } from './handInRows.ts';

/** The attempt before a hand-in, of any of the same people; withdrawn ones are passed over. */
function attemptBefore(handIn: HandInRow, handIns: readonly HandInRow[]): HandInRow | null {
  const before = handIns.filter(
    (one) =>
      one.attempt < handIn.attempt &&
      one.withdrawn_at === null &&
      one.personIds.some((id) => handIn.personIds.includes(id)),
  );
  return before.sort((a, b) => b.attempt - a.attempt)[0] ?? null;
}

/** How a hand-in differs from the attempt before; null where there was none. */
export async function readSince(
  db: DbOrTrx,
  handIn: HandInRow,
  assignment: Pick<Assignment, 'proofPoints'>,
  handIns?: readonly HandInRow[],
): Promise<Since | null> {
  if (handIn.attempt === 1) return null;
  const before = attemptBefore(handIn, handIns ?? (await readHandIns(db, handIn.assignment_id)));
  if (!before) return null;
  const rows = await db
    .selectFrom('hand_in_items')
    .innerJoin('captures', 'captures.id', 'hand_in_items.capture_id')
    .select(['hand_in_id', 'proof_point_id', 'hand_in_items.id', 'rendering_key', 'file_sha256'])
    .select('captures.sha256 as capture')
    .where('hand_in_id', 'in', [before.id, handIn.id])
    .orderBy('position')
    .execute();
  const of = (id: string) =>
    rows
      .filter((row) => row.hand_in_id === id)
      .map((row) => ({
        proofPointId: row.proof_point_id,
        capture: row.capture,
        // What was handed in before renderings had a key is told by its file.
        picture: row.rendering_key ?? row.file_sha256 ?? row.id,
      }));
  const points = assignment.proofPoints.map(({ id }) => id);
  return {
    handInId: before.id,
    number: handInNumber(before),
    attempt: before.attempt,
    points: attemptDifferences(points, of(before.id), of(handIn.id)),
    statementChanged: before.statement.trim() !== handIn.statement.trim(),
  };
}
