import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import { Kysely, type Migration, Migrator, SqliteDialect, type Transaction } from 'kysely';
import * as start from './migrations/0001_start.ts';
import * as station from './migrations/0002_station.ts';
import * as captureScale from './migrations/0003_capture_scale.ts';
import type { Tables } from './tables.ts';

export type Db = Kysely<Tables>;
/** A database or an open transaction of it. */
export type DbOrTrx = Db | Transaction<Tables>;

/** Listed by hand, so that a bundler or a moved folder cannot lose one. */
const MIGRATIONS: Record<string, Migration> = {
  '0001_start': start,
  '0002_station': station,
  '0003_capture_scale': captureScale,
};

export const LAST_MIGRATION = Object.keys(MIGRATIONS).at(-1) as string;

export const databasePath = (dataFolder: string) => join(dataFolder, 'nachweis.db');

/** Opens SQLite as the server needs it; `synchronous = FULL`, because what was acknowledged survives a power cut too. */
export function openSqlite(path: string): SQLite.Database {
  const sqlite = new SQLite(path);
  sqlite.pragma('journal_mode = WAL');
  sqlite.pragma('synchronous = FULL');
  sqlite.pragma('foreign_keys = ON');
  sqlite.pragma('busy_timeout = 5000');
  return sqlite;
}

/** Opens the database in a data folder, making both where they are missing, and brings the schema up to date. */
export async function openDatabase(dataFolder: string): Promise<Db> {
  mkdirSync(dataFolder, { recursive: true });
  const db: Db = new Kysely<Tables>({
    dialect: new SqliteDialect({ database: openSqlite(databasePath(dataFolder)) }),
  });
  try {
    await migrate(db);
  } catch (error) {
    await db.destroy();
    throw error;
  }
  return db;
}

/** Kysely hands migration errors back as a value; an unmigrated database must never be served, so they are thrown. */
async function migrate(db: Db): Promise<void> {
  const { error } = await new Migrator({
    db,
    provider: { getMigrations: async () => MIGRATIONS },
  }).migrateToLatest();
  if (error)
    throw new Error('The database could not be brought up to date. It was left as it was.', { cause: error });
}
