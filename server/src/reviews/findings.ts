import type { Assignment, Finding, HandInItem } from '@nachweis/contract';
import { pictureFindings } from '@nachweis/core';
import type { DbOrTrx } from '../db/database.ts';
import type { PictureFacts } from '../pictures/pictureWork.ts';

/** What the automatic checks say of each picture of a hand-in, by item; empty while a picture is not inspected yet. */
export async function readFindings(
  db: DbOrTrx,
  assignment: Assignment,
  handInId: string,
  items: readonly HandInItem[],
): Promise<Record<string, Finding[]>> {
  const inspected = await db
    .selectFrom('hand_in_items')
    .leftJoin('inspections', 'inspections.sha256', 'hand_in_items.base_sha256')
    .select(['hand_in_items.id', 'inspections.facts'])
    .where('hand_in_items.hand_in_id', '=', handInId)
    .execute();
  const facts = new Map(
    inspected.map((row) => [row.id, row.facts ? (JSON.parse(row.facts) as PictureFacts) : null]),
  );
  const alike = await sameCaptureElsewhere(db, handInId);
  return Object.fromEntries(
    items.map((item) => {
      const point = assignment.proofPoints.find((p) => p.id === item.proofPointId);
      const fact = facts.get(item.id);
      if (!fact || !point) return [item.id, []];
      const { width, height, marks } = item;
      const picture = {
        width,
        height,
        flat: fact.flat,
        pinned: marks.map((m) => m.letter),
        alsoHandedInBy: alike.get(item.id) ?? [],
      };
      return [
        item.id,
        pictureFindings(
          picture,
          point.requirements,
          point.mustShows.map((m) => m.letter),
        ),
      ];
    }),
  );
}

/** Other students of the same assignment whose hand-ins hold a capture with the same bytes, by item. */
async function sameCaptureElsewhere(db: DbOrTrx, handInId: string): Promise<Map<string, string[]>> {
  const rows = await db
    .selectFrom('hand_in_items as mine')
    .innerJoin('captures as my_capture', 'my_capture.id', 'mine.capture_id')
    .innerJoin('hand_ins as my_hand_in', 'my_hand_in.id', 'mine.hand_in_id')
    .innerJoin('captures as other_capture', 'other_capture.sha256', 'my_capture.sha256')
    .innerJoin('hand_in_items as other', 'other.capture_id', 'other_capture.id')
    .innerJoin('hand_ins as other_hand_in', 'other_hand_in.id', 'other.hand_in_id')
    .innerJoin('people', 'people.id', 'other_hand_in.student_id')
    .select(['mine.id', 'given_name', 'surname'])
    .distinct()
    .where('mine.hand_in_id', '=', handInId)
    .whereRef('other_hand_in.student_id', '!=', 'my_hand_in.student_id')
    .whereRef('other_hand_in.assignment_id', '=', 'my_hand_in.assignment_id')
    .orderBy('surname')
    .execute();
  const names = new Map<string, string[]>();
  for (const row of rows)
    names.set(row.id, [...(names.get(row.id) ?? []), `${row.given_name} ${row.surname}`]);
  return names;
}
