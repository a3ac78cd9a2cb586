import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import { StartError } from '../startError.ts';

/**
 * Takes a data folder for this process alone: two servers on one folder would each do the other's work again. The
 * system lets go of the lock when the process ends, however it ends.
 *
 * @returns lets go of it
 * @throws StartError when another process has it
 */
export function lockFolder(dataFolder: string): () => void {
  mkdirSync(dataFolder, { recursive: true });
  const lock = new SQLite(join(dataFolder, 'in-use.db'), { timeout: 0 });
  try {
    lock.pragma('journal_mode = DELETE');
    lock.pragma('locking_mode = EXCLUSIVE');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY'))
      throw new StartError(
        `Another Nachweis server is using the data folder ${dataFolder}. Stop it first, or set NACHWEIS_DATA to another folder.`,
      );
    throw error;
  }
  return () => lock.close();
}
