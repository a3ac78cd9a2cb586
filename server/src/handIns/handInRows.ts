import type { Assignment } from '@nachweis/contract';
import type { DbOrTrx } from '../db/database.ts';
import { notFound } from '../http/problem.ts';

/** A hand-in as it lies in the database, with those whom it belongs to. */
export interface HandInRow {
  id: string;
  seq: number;
  assignment_id: string;
  version: number;
  attempt: number;
  handed_in_at: string;
  late: number;
  terms: string;
  statement: string;
  sealed_at: string | null;
  withdrawn_at: string | null;
  made_by: string | null;
  brought_reason: string | null;
  brought_at: string | null;
  receipt: string | null;
  personIds: string[];
}

/** The number a person quotes: "H-00042". */
export const handInNumber = ({ seq }: Pick<HandInRow, 'seq'>) => `H-${String(seq).padStart(5, '0')}`;

/** @throws HttpProblem `not-found` */
export async function readHandIn(db: DbOrTrx, handInId: string): Promise<HandInRow> {
  const row = await db.selectFrom('hand_ins').selectAll().where('id', '=', handInId).executeTakeFirst();
  if (!row) throw notFound('hand-in');
  const people = await db
    .selectFrom('hand_in_people')
    .select('person_id')
    .where('hand_in_id', '=', handInId)
    .orderBy('person_id')
    .execute();
  return { ...row, personIds: people.map((p) => p.person_id) };
}

/** All hand-ins of an assignment, or those of one person, by two queries. */
export async function readHandIns(
  db: DbOrTrx,
  assignmentId: string,
  personId?: string,
): Promise<HandInRow[]> {
  const people = await db
    .selectFrom('hand_in_people')
    .select(['hand_in_id', 'person_id'])
    .where('assignment_id', '=', assignmentId)
    .orderBy('person_id')
    .execute();
  const byHandIn = new Map<string, string[]>();
  for (const row of people)
    byHandIn.set(row.hand_in_id, [...(byHandIn.get(row.hand_in_id) ?? []), row.person_id]);
  const rows = await db
    .selectFrom('hand_ins')
    .selectAll()
    .where('assignment_id', '=', assignmentId)
    .orderBy('attempt', 'desc')
    .execute();
  return rows
    .map((row) => ({ ...row, personIds: byHandIn.get(row.id) ?? [] }))
    .filter((row) => personId === undefined || row.personIds.includes(personId));
}

/**
 * The hand-in that stands in another one's place: where the last counts, the newest that was not withdrawn. One of
 * several people stands as long as it is the last of one of them: whose partner has gone to another group, and handed in
 * again with that, has still handed in.
 * @param handIns of the same assignment
 */
export function replacementOf(
  handIn: HandInRow,
  handIns: readonly HandInRow[],
  counts: Assignment['counts'],
): HandInRow | null {
  if (counts !== 'last') return null;
  const newer = handIns.filter((other) => other.attempt > handIn.attempt && other.withdrawn_at === null);
  const newest = handIn.personIds.map((id) =>
    newer
      .filter((other) => other.personIds.includes(id))
      .reduce<HandInRow | null>((last, other) => (other.attempt > (last?.attempt ?? 0) ? other : last), null),
  );
  if (newest.includes(null)) return null;
  return newest.reduce((last, other) => ((other?.attempt ?? 0) > (last?.attempt ?? 0) ? other : last), null);
}
