import { openDatabase } from './db/database.ts';
import { addKey } from './records/signing.ts';
import { readSettings } from './settings.ts';

/**
 * Makes another key to sign with, from the next start on: `npm run new-key`, on the server. For when the data folder or a
 * backup of it has been in other hands, or as often as a school's rules ask for it.
 */
const db = await openDatabase(readSettings(process.env).dataFolder);
const id = await addKey(db, () => new Date());
await db.destroy();
console.log(
  `From its next start on the server signs with the key ${id}. What was signed before can be checked as before. Start it anew, and make a backup: older ones do not have this key.`,
);
