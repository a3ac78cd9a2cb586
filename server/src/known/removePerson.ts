import { letGoOfUnheld, removeLeavingBlobs } from '../captures/emptyBin.ts';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { isRemovedEmail } from '../people/removedEmail.ts';
import { countKnown, KNOWN } from './knownKinds.ts';

/**
 * Removes a person in one go: what the table of `KNOWN` says goes is gone, with its files, and the rest stays under the
 * name. Where nothing stays, the name goes too. A person who is removed already stays so.
 *
 * @param email the person's, as whoever removes them has typed it
 * @throws HttpProblem `not-found`; `stale-version` where the e-mail is another one; `in-use` for oneself
 */
export async function removePerson(
  context: Context,
  { personId, email, by }: { personId: string; email: string; by: string },
): Promise<void> {
  // A server whose last administrator is gone is helped by a command only.
  if (personId === by) throw new HttpProblem('in-use', { of: 'own-account' });
  await context.db.transaction().execute(async (trx) => {
    const person = await trx
      .selectFrom('people')
      .select('email')
      .where('id', '=', personId)
      .executeTakeFirst();
    if (!person) throw notFound('person');
    if (isRemovedEmail(person.email)) return;
    if (person.email.toLowerCase() !== email.trim().toLowerCase())
      throw new HttpProblem('stale-version', { of: 'person' });
    for (const { remove } of KNOWN) await remove?.(trx, personId);
    await letGoOfUnheld(trx);
    const left = await countKnown(trx, personId);
    if (left.every(({ count, fate }) => fate === 'goes' || count === 0))
      await trx.deleteFrom('people').where('id', '=', personId).execute();
  });
  await removeLeavingBlobs(context);
}
