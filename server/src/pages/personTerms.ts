import type { PersonTerms } from '@nachweis/contract';
import type { TermsGrant } from '@nachweis/core';
import { readAssignment } from '../assignments/documents.ts';
import { type GivenGrant, readGrants, termsFor } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { grantColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { handInNumber, readHandIns } from '../handIns/handInRows.ts';
import { HttpProblem } from '../http/problem.ts';
import { readGroup } from '../people/groups.ts';
import { namesOf } from '../people/names.ts';
import { isLate } from '../reviews/lateness.ts';
import { isVeiledNow } from '../veil/veil.ts';

export interface GrantOrder {
  id: string;
  grant: TermsGrant;
  reason: string;
  baseVersion: number;
  dryRun: boolean;
}

/** What holds for one student, how it came about, and what it means for what was handed in. */
export function readPersonTerms(
  { db, now }: Context,
  assignmentId: string,
  personId: string,
): Promise<PersonTerms> {
  return describe(db, now().toISOString(), assignmentId, personId, []);
}

/**
 * Grants one student other times or attempts, as an event; the receipts of what was handed in stay as they were. As a
 * dry run it only says what would hold.
 *
 * @throws HttpProblem `stale-version` when something else was granted meanwhile, `invalid-request` for times that do
 *   not follow one another
 */
export async function grantTerms(
  { db, now }: Context,
  givenBy: string,
  assignmentId: string,
  personId: string,
  { id, grant, reason, baseVersion, dryRun }: GrantOrder,
): Promise<PersonTerms> {
  return db.transaction().execute(async (trx) => {
    const before = await readGrants(trx, assignmentId, personId);
    if (before.some((one) => one.id === id))
      return describe(trx, now().toISOString(), assignmentId, personId, []);
    if (before.length !== baseVersion) throw new HttpProblem('stale-version', { of: 'terms' });
    const given = { id, personId, grant, reason, givenBy, givenAt: now().toISOString() };
    const { terms, ...will } = await describe(trx, now().toISOString(), assignmentId, personId, [given]);
    if (terms.opensAt > terms.dueAt) throw new HttpProblem('invalid-request', { why: 'due-before-open' });
    if (dryRun) return { ...will, terms };
    await trx
      .insertInto('term_events')
      .values({
        id,
        assignment_id: assignmentId,
        person_id: personId,
        grant_document: grantColumn.write(grant),
        reason,
        given_by: givenBy,
        given_at: given.givenAt,
      })
      .execute();
    return describe(trx, now().toISOString(), assignmentId, personId, []);
  });
}

async function describe(
  db: DbOrTrx,
  at: string,
  assignmentId: string,
  personId: string,
  further: readonly GivenGrant[],
): Promise<PersonTerms> {
  const assignment = await readAssignment(db, assignmentId);
  const personIds = (await readGroup(db, assignment, personId))?.personIds ?? [personId];
  const all = [...(await readGrants(db, assignmentId)), ...further];
  const grants = all.filter((one) => one.personId === personId);
  const terms = termsFor(assignment, all, personIds);
  // Which of the hand-ins is this person's is not told while they are judged without names.
  const handIns = (await isVeiledNow(db, assignment, at))
    ? []
    : await readHandIns(db, assignmentId, personId);
  const names = await namesOf(db, [...personIds, ...grants.map((one) => one.givenBy)]);
  const { opensAt, dueAt, lateUntil, attempts } = assignment;
  return {
    personId,
    name: names(personId),
    mates: personIds.filter((id) => id !== personId).map(names),
    assignment: { opensAt, dueAt, lateUntil, attempts },
    terms,
    grants: grants.map(({ id, grant, reason, givenBy, givenAt }) => ({
      id,
      grant,
      reason,
      by: names(givenBy),
      at: givenAt,
    })),
    handIns: handIns.map((handIn) => ({
      id: handIn.id,
      number: handInNumber(handIn),
      attempt: handIn.attempt,
      handedInAt: handIn.handed_in_at,
      lateThen: handIn.late === 1,
      lateNow: isLate(assignment, all, handIn),
    })),
  };
}
