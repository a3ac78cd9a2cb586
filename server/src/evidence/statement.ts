import type { Assignment, DraftDocument } from '@nachweis/contract';
import { readTerms } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { HttpProblem } from '../http/problem.ts';
import { readDraft, requireDraftable, touchDraft } from './drafts.ts';

/**
 * Saves the own statement. Writing again what is there already changes nothing.
 * @param asked what the writer sent before and had no answer for
 * @param at when it reached the server
 * @throws HttpProblem `stale-version` when it was changed elsewhere since it was read
 */
export async function writeStatement(
  context: Context,
  assignment: Assignment,
  studentId: string,
  { text, baseVersion, asked = [] }: { text: string; baseVersion: number; asked?: readonly string[] },
  at: string,
): Promise<DraftDocument> {
  return context.db.transaction().execute(async (trx) => {
    const terms = await readTerms(trx, assignment, studentId);
    await requireDraftable(trx, assignment, terms, studentId, at);
    const there = await trx
      .selectFrom('drafts')
      .select(['statement', 'statement_version'])
      .where('assignment_id', '=', assignment.id)
      .where('student_id', '=', studentId)
      .executeTakeFirst();
    const { statement = '', statement_version = 0 } = there ?? {};
    if (statement !== text) {
      if (statement_version !== baseVersion && !asked.includes(statement))
        throw new HttpProblem('stale-version', { of: 'statement' });
      await touchDraft(trx, assignment.id, studentId);
      await trx
        .updateTable('drafts')
        .set({ statement: text, statement_version: statement_version + 1 })
        .where('assignment_id', '=', assignment.id)
        .where('student_id', '=', studentId)
        .execute();
    }
    return readDraft(context, trx, assignment, studentId);
  });
}
