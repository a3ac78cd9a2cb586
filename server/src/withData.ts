import { existsSync } from 'node:fs';
import { type Db, databasePath, openDatabase } from './db/database.ts';
import { readSettings, type Settings, SettingsError } from './settings.ts';
import { explainStart, StartError } from './startError.ts';

/**
 * Runs a command on the data of a server, beside the server or without it, prints what it answers, and says plainly
 * what went wrong. A folder without data is refused: a command that made one would seem to have worked.
 */
export async function withData(work: (db: Db, settings: Settings) => Promise<string>): Promise<void> {
  try {
    const settings = readSettings(process.env);
    const { dataFolder } = settings;
    if (!existsSync(databasePath(dataFolder)))
      throw new StartError(
        `There is no data of a server in ${dataFolder}, and nothing was made there. Set NACHWEIS_DATA to the server’s data folder.`,
      );
    const db = await openDatabase(dataFolder).catch((error) => {
      throw explainStart(error, dataFolder);
    });
    const answer = await work(db, settings).finally(() => db.destroy());
    process.stdout.write(`${answer}\n`);
  } catch (error) {
    if (!(error instanceof StartError || error instanceof SettingsError)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exitCode = 1;
  }
}
