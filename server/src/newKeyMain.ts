import { addKey } from './records/signing.ts';
import { withData } from './withData.ts';

/**
 * Makes another key to sign with, from the next start on: `npm run new-key`, on the server. For when the data folder or a
 * backup of it has been in other hands, or as often as a school's rules ask for it.
 */
await withData(async (db) => {
  const id = await addKey(db, () => new Date());
  return `From its next start on the server signs with the key ${id}. What was signed before can be checked as before. Start it anew, and make a backup: older ones do not have this key.`;
});
