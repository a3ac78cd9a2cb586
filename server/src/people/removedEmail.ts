import type { DbOrTrx } from '../db/database.ts';

const DOMAIN = '@removed.invalid';

/** Nobody's address (RFC 2606, "invalid"), another one for each: a person who was removed can come again under their own. */
export const removedEmail = (personId: string): string => `${personId}${DOMAIN}`;

/** Whether somebody was removed, so that nothing goes to them any more. */
export const isRemovedEmail = (email: string): boolean => email.endsWith(DOMAIN);

/** Of some people those who were removed. */
export async function readRemoved(db: DbOrTrx, personIds: readonly string[]): Promise<Set<string>> {
  if (personIds.length === 0) return new Set();
  const rows = await db.selectFrom('people').select('id').where('email', 'like', `%${DOMAIN}`).execute();
  const asked = new Set(personIds);
  return new Set(rows.flatMap(({ id }) => (asked.has(id) ? [id] : [])));
}
