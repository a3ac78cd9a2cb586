import type { Assignment, Judgement } from '@nachweis/contract';
import { sql } from 'kysely';
import type { DbOrTrx } from '../db/database.ts';
import { readGrade } from './grades.ts';

/** Everything that was said about a hand-in, whether released or not; the caller decides who sees it. */
export async function readJudgement(
  db: DbOrTrx,
  assignment: Assignment,
  handInId: string,
): Promise<{ judgement: Judgement; releasedAt: string | null; adjustmentVersion: number }> {
  const review = await db
    .selectFrom('reviews')
    .select(['released_at', 'adjustment_version'])
    .where('hand_in_id', '=', handInId)
    .executeTakeFirstOrThrow();
  const verdicts = await db
    .selectFrom('verdicts')
    .select(['must_show_id', 'verdict'])
    .where('hand_in_id', '=', handInId)
    .execute();
  const remarks = await db
    .selectFrom('remarks')
    .innerJoin('people', 'people.id', 'remarks.author_id')
    .selectAll('remarks')
    .select(['given_name', 'surname'])
    .where('hand_in_id', '=', handInId)
    .orderBy('written_at')
    .orderBy(sql`remarks.rowid`)
    .execute();
  const { total, ...grade } = await readGrade(db, handInId);
  return {
    releasedAt: review.released_at,
    adjustmentVersion: review.adjustment_version,
    judgement: {
      verdicts: Object.fromEntries(verdicts.map((v) => [v.must_show_id, v.verdict])),
      remarks: remarks.map((r) => ({
        id: r.id,
        itemId: r.item_id,
        x: r.x,
        y: r.y,
        text: r.text,
        author: `${r.given_name} ${r.surname}`,
        writtenAt: r.written_at,
      })),
      grade: { ...grade, total, most: assignment.mostUnits },
    },
  };
}
