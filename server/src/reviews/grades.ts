import { type Grade, gradeHandIn } from '@nachweis/core';
import type { DbOrTrx } from '../db/database.ts';

/** Adds up a hand-in from its verdicts and its adjustment. */
export async function readGrade(
  db: DbOrTrx,
  handInId: string,
): Promise<Grade & { adjustment: number; reason: string }> {
  const rows = await db
    .selectFrom('hand_ins')
    .innerJoin('proof_points', 'proof_points.assignment_id', 'hand_ins.assignment_id')
    .innerJoin('must_shows', 'must_shows.proof_point_id', 'proof_points.id')
    .leftJoin('verdicts', (join) =>
      join
        .onRef('verdicts.must_show_id', '=', 'must_shows.id')
        .onRef('verdicts.hand_in_id', '=', 'hand_ins.id'),
    )
    .select(['must_shows.units', 'verdicts.verdict'])
    .where('hand_ins.id', '=', handInId)
    .execute();
  const review = await db
    .selectFrom('reviews')
    .select(['adjustment', 'reason'])
    .where('hand_in_id', '=', handInId)
    .executeTakeFirstOrThrow();
  return { ...gradeHandIn(rows, review.adjustment), ...review };
}

export async function totalUnits(db: DbOrTrx, handInId: string): Promise<number> {
  return (await readGrade(db, handInId)).total;
}
