import { openDatabase } from './db/database.ts';
import { linkPath, makeLink } from './sessions/links.ts';
import { readSettings } from './settings.ts';

/**
 * Helps an administrator who cannot sign in: `npm run admin -- person@school.example` makes a link for them, and makes
 * them an administrator where they were none. It is run on the server, by who may read its data folder anyway.
 */
const email = process.argv[2]?.trim();
if (!email) {
  console.error('Say whom it is for: npm run admin -- person@school.example');
  process.exit(1);
}
const settings = readSettings(process.env);
const db = await openDatabase(settings.dataFolder);
const person = await db
  .selectFrom('people')
  .select(['id', 'given_name', 'surname'])
  .where('email', '=', email)
  .executeTakeFirst();
if (!person) {
  console.error(`Nobody here has the e-mail ${email}. Nothing was changed.`);
  await db.destroy();
  process.exit(1);
}
await db.updateTable('people').set({ admin: 1 }).where('id', '=', person.id).execute();
const { token, expiresAt } = await makeLink(db, () => new Date(), person.id, null);
console.log(
  `${person.given_name} ${person.surname} is an administrator and sets a password, once, at ${settings.origin ?? ''}${linkPath(token)} (until ${expiresAt}).`,
);
await db.destroy();
