import type { Assignment, DraftDocument, Receipt } from '@nachweis/contract';
import { missingForHandIn } from '@nachweis/core';
import { readAssignment } from '../assignments/documents.ts';
import { readGrants, termsFor } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readDraft, requireDraftable } from '../evidence/drafts.ts';
import { HttpProblem } from '../http/problem.ts';
import { readGroup } from '../people/groups.ts';
import { freeze, madeBefore } from './freeze.ts';
import { readReceipt } from './receipts.ts';

export interface HandInOrder {
  id: string;
  assignmentId: string;
  studentId: string;
  /** the draft as it was looked at before handing in */
  draftVersion: number;
  /** whoever judges may see the whole captures */
  showsWhole: boolean;
  /** when the request reached the server: the time that counts */
  at: string;
}

/**
 * Freezes a draft as a hand-in, in one transaction that makes no picture: the pictures were made when the evidence was
 * saved, and those that were not are sealed by a job, with what was handed in and when already fixed.
 *
 * Asking again with the id of a hand-in that was made gives its receipt again.
 *
 * @throws HttpProblem `not-open`, `closed`, `no-attempt-left`, `stale-version`, `incomplete`
 */
export async function handIn(context: Context, order: HandInOrder): Promise<Receipt> {
  const { db, jobs } = context;
  const assignment = await readAssignment(db, order.assignmentId);
  const receipt = await db.transaction().execute(async (trx) => {
    if (!(await madeBefore(trx, order))) await enterHandIn(context, trx, assignment, order);
    return readReceipt(context, trx, order.id);
  });
  jobs.wake();
  return receipt;
}

async function enterHandIn(
  context: Context,
  trx: DbOrTrx,
  assignment: Assignment,
  { id, studentId, draftVersion, showsWhole, at }: HandInOrder,
): Promise<void> {
  const personIds = (await readGroup(trx, assignment, studentId))?.personIds ?? [studentId];
  // Whatever was granted to one of them, as where lateness is counted.
  const terms = termsFor(assignment, await readGrants(trx, assignment.id), personIds);
  await requireDraftable(trx, assignment, terms, studentId, at);
  // A date in a file's name is the day it was handed in, not that on which the server came to it.
  const draft = await readDraft({ ...context, now: () => new Date(at) }, trx, assignment, studentId);
  if (draft.version !== draftVersion) throw new HttpProblem('stale-version', { of: 'draft' });
  requireComplete(assignment, draft);
  await freeze(context, trx, assignment, {
    id,
    personIds,
    at,
    terms,
    statement: draft.statement,
    pictures: draft.evidence,
    showsWhole,
    madeBy: studentId,
  });
}

function requireComplete(assignment: Assignment, draft: DraftDocument): void {
  const missing = missingForHandIn({
    ...assignment,
    statement: draft.statement,
    pictures: draft.evidence,
  }).filter((m) => m.level === 'problem');
  if (missing.length > 0) throw new HttpProblem('incomplete', { missing });
}
