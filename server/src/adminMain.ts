import { linkPath, makeLink } from './sessions/links.ts';
import { StartError } from './startError.ts';
import { withData } from './withData.ts';

/**
 * Helps an administrator who cannot sign in: `npm run admin -- person@school.example` makes a link for them, and makes
 * them an administrator where they were none. It is run on the server, by who may read its data folder anyway.
 */
await withData(async (db, settings) => {
  const email = process.argv[2]?.trim();
  if (!email) throw new StartError('Say whom it is for: npm run admin -- person@school.example');
  const person = await db
    .selectFrom('people')
    .select(['id', 'given_name', 'surname'])
    .where('email', '=', email)
    .executeTakeFirst();
  if (!person) throw new StartError(`Nobody here has the e-mail ${email}. Nothing was changed.`);
  await db.updateTable('people').set({ admin: 1 }).where('id', '=', person.id).execute();
  const { token, expiresAt } = await makeLink(db, () => new Date(), person.id, null);
  return `${person.given_name} ${person.surname} is an administrator and sets a password, once, at ${settings.origin ?? ''}${linkPath(token)} (until ${expiresAt}).`;
});
