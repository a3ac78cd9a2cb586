import type { Assignment, Terms } from '@nachweis/contract';
import { grantedTerms, type TermsGrant } from '@nachweis/core';
import { grantColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readGroup } from '../people/groups.ts';

/** A grant of other times or attempts, as it was given. */
export interface GivenGrant {
  id: string;
  personId: string;
  grant: TermsGrant;
  reason: string;
  givenBy: string;
  givenAt: string;
}

/** What was granted on an assignment, the earliest first; to one person, or to everybody. */
export async function readGrants(
  db: DbOrTrx,
  assignmentId: string,
  personId?: string,
): Promise<GivenGrant[]> {
  let query = db.selectFrom('term_events').selectAll().where('assignment_id', '=', assignmentId);
  if (personId !== undefined) query = query.where('person_id', '=', personId);
  const rows = await query.orderBy('seq').execute();
  return rows.map((row) => ({
    id: row.id,
    personId: row.person_id,
    grant: grantColumn.read(row.grant_document),
    reason: row.reason,
    givenBy: row.given_by,
    givenAt: row.given_at,
  }));
}

/** What holds for one person on one assignment: whatever was granted to one of those who hand in with them. */
export async function readTerms(db: DbOrTrx, assignment: Assignment, personId: string): Promise<Terms> {
  const personIds = (await readGroup(db, assignment, personId))?.personIds ?? [personId];
  return termsFor(assignment, await readGrants(db, assignment.id), personIds);
}

/** What holds for those whom a hand-in belongs to: whatever was granted to one of them. */
export const termsFor = (
  assignment: Terms,
  grants: readonly GivenGrant[],
  personIds: readonly string[],
): Terms =>
  grantedTerms(
    assignment,
    grants.filter((given) => personIds.includes(given.personId)).map((given) => given.grant),
  );
