import type { ExemptionOrder } from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';

/** Says that a student need not hand in, or has to again; the same order again changes nothing. */
export async function exempt(
  { db, now }: Context,
  givenBy: string,
  { assignmentId, personId }: { assignmentId: string; personId: string },
  { id, exempt, reason }: ExemptionOrder,
): Promise<void> {
  await db
    .insertInto('exemption_events')
    .values({
      id,
      assignment_id: assignmentId,
      person_id: personId,
      exempt: exempt ? 1 : 0,
      reason,
      given_by: givenBy,
      given_at: now().toISOString(),
    })
    .onConflict((c) => c.column('id').doNothing())
    .execute();
}

/** Who is exempt from an assignment now, with the reason. */
export async function readExempt(db: DbOrTrx, assignmentId: string): Promise<Map<string, string>> {
  const rows = await db
    .selectFrom('exemption_events')
    .select(['person_id', 'exempt', 'reason'])
    .where('assignment_id', '=', assignmentId)
    .orderBy('seq')
    .execute();
  const exempt = new Map<string, string>();
  for (const row of rows)
    if (row.exempt === 1) exempt.set(row.person_id, row.reason);
    else exempt.delete(row.person_id);
  return exempt;
}
