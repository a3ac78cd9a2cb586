import { randomBytes, randomUUID } from 'node:crypto';
import type { LinkUse, LinkView } from '@nachweis/contract';
import type * as z from 'zod';
import { sha256Of } from '../blobs/hash.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { fullName } from '../people/names.ts';
import { hashPassword } from './passwords.ts';

const LINK_DAYS = 14;
const DAY_MS = 24 * 3_600_000;

/**
 * Makes a link with which somebody sets a password, once. The database holds only the hash of its token.
 *
 * @param personId null: for the first administrator of an empty server
 * @returns the token, which is nowhere else
 */
export async function makeLink(
  db: DbOrTrx,
  now: () => Date,
  personId: string | null,
  madeBy: string | null,
): Promise<{ token: string; expiresAt: string }> {
  const token = randomBytes(32).toString('base64url');
  const made = now();
  const expiresAt = new Date(made.getTime() + LINK_DAYS * DAY_MS).toISOString();
  await db
    .insertInto('sign_in_links')
    .values({
      token_hash: sha256Of(token),
      person_id: personId,
      made_by: madeBy,
      made_at: made.toISOString(),
      expires_at: expiresAt,
      used_at: null,
    })
    .execute();
  return { token, expiresAt };
}

/** Ends a link that nobody was given. */
export async function dropLink(db: DbOrTrx, token: string): Promise<void> {
  await db.deleteFrom('sign_in_links').where('token_hash', '=', sha256Of(token)).execute();
}

/** The path of the page that a link opens. */
export const linkPath = (token: string): string => `/welcome/${token}`;

const unused = (db: DbOrTrx, token: string, at: string) =>
  db
    .selectFrom('sign_in_links')
    .selectAll()
    .where('token_hash', '=', sha256Of(token))
    .where('used_at', 'is', null)
    .where('expires_at', '>', at);

/** @throws HttpProblem `not-found` when it was used, has expired, or never was */
export async function readLink({ db, now }: Context, token: string): Promise<LinkView> {
  const link = await unused(db, token, now().toISOString()).executeTakeFirst();
  if (!link) throw notFound('link');
  if (link.person_id === null) return { kind: 'first', name: '', email: '' };
  const person = await db
    .selectFrom('people')
    .selectAll()
    .where('id', '=', link.person_id)
    .executeTakeFirstOrThrow();
  return { kind: 'person', name: fullName(person), email: person.email };
}

/**
 * Uses a link: sets the password of whom it is for, or makes the first administrator. Where two open it together, one is
 * first. Every session of the person that was there ends.
 *
 * @returns whom it was for
 * @throws HttpProblem `not-found`, `invalid-request`, `already-exists`
 */
export async function useLink(
  { db, now }: Context,
  token: string,
  { password, person }: z.output<typeof LinkUse>,
): Promise<string> {
  // Hashing takes its time; the transaction that holds everybody else up comes after it.
  await readLink({ db, now } as Context, token);
  const password_hash = await hashPassword(password);
  return db.transaction().execute(async (trx) => {
    const at = now().toISOString();
    const link = await unused(trx, token, at).executeTakeFirst();
    if (!link) throw notFound('link');
    await trx
      .updateTable('sign_in_links')
      .set({ used_at: at })
      .where('token_hash', '=', link.token_hash)
      .execute();
    if (link.person_id !== null) {
      await setPassword(trx, link.person_id, password_hash);
      return link.person_id;
    }
    if (await hasAdmin(trx)) throw notFound('link');
    if (!person) throw new HttpProblem('invalid-request', { reason: 'malformed' });
    const id = randomUUID();
    await trx
      .insertInto('people')
      .values({
        id,
        email: person.email,
        given_name: person.givenName,
        surname: person.surname,
        password_hash,
        demo_note: null,
        admin: 1,
      })
      .execute();
    return id;
  });
}

/**
 * Sets a password; whoever was signed in as the person is so no longer, and links that were made for them and not used
 * end: whoever kept one could set another password with it.
 */
export async function setPassword(trx: DbOrTrx, personId: string, password_hash: string): Promise<void> {
  await trx.updateTable('people').set({ password_hash }).where('id', '=', personId).execute();
  await trx
    .deleteFrom('sign_in_links')
    .where('person_id', '=', personId)
    .where('used_at', 'is', null)
    .execute();
  await trx.deleteFrom('sessions').where('person_id', '=', personId).execute();
}

export async function hasAdmin(db: DbOrTrx): Promise<boolean> {
  const row = await db.selectFrom('people').select('id').where('admin', '=', 1).executeTakeFirst();
  return row !== undefined;
}

/** A link for the first administrator, where nobody is on the server yet; earlier ones end. */
export async function firstLink({ db, now }: Pick<Context, 'db' | 'now'>): Promise<string | null> {
  return db.transaction().execute(async (trx) => {
    const somebody = await trx.selectFrom('people').select('id').executeTakeFirst();
    if (somebody) return null;
    await trx.deleteFrom('sign_in_links').where('person_id', 'is', null).execute();
    return (await makeLink(trx, now, null, null)).token;
  });
}
