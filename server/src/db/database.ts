import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import SQLite from 'better-sqlite3';
import { Kysely, type LogConfig, type Migration, Migrator, type Transaction } from 'kysely';
import { StartError } from '../startError.ts';
import { createDialect } from './dialect.ts';
import * as start from './migrations/0001_start.ts';
import * as station from './migrations/0002_station.ts';
import * as captureScale from './migrations/0003_capture_scale.ts';
import * as foundations from './migrations/0004_foundations.ts';
import * as classList from './migrations/0005_class_list.ts';
import * as courses from './migrations/0006_courses.ts';
import * as recordSalts from './migrations/0007_record_salts.ts';
import * as remarks from './migrations/0008_remarks.ts';
import * as releases from './migrations/0009_releases_and_exemptions.ts';
import * as criteria from './migrations/0010_criteria.ts';
import * as secondMarking from './migrations/0011_second_marking.ts';
import * as mail from './migrations/0012_mail.ts';
import * as groups from './migrations/0013_groups.ts';
import * as trials from './migrations/0014_trials.ts';
import * as sharing from './migrations/0015_sharing.ts';
import * as brought from './migrations/0016_brought.ts';
import * as askedAgain from './migrations/0017_asked_again.ts';
import * as handovers from './migrations/0018_handovers.ts';
import * as references from './migrations/0019_references.ts';
import * as remarkPictures from './migrations/0020_remark_pictures.ts';
import * as markSets from './migrations/0021_mark_sets.ts';
import * as workFiles from './migrations/0022_work_files.ts';
import * as errands from './migrations/0023_errands.ts';
import * as handoversPlaced from './migrations/0024_handovers_placed.ts';
import * as lettersByTime from './migrations/0025_letters_by_time.ts';
import * as wholeCaptures from './migrations/0026_whole_captures.ts';
import type { Tables } from './tables.ts';

export type Db = Kysely<Tables>;
/** A database or an open transaction of it. */
export type DbOrTrx = Db | Transaction<Tables>;

/** Listed by hand, so that a bundler or a moved folder cannot lose one. */
const MIGRATIONS: Record<string, Migration> = {
  '0001_start': start,
  '0002_station': station,
  '0003_capture_scale': captureScale,
  '0004_foundations': foundations,
  '0005_class_list': classList,
  '0006_courses': courses,
  '0007_record_salts': recordSalts,
  '0008_remarks': remarks,
  '0009_releases_and_exemptions': releases,
  '0010_criteria': criteria,
  '0011_second_marking': secondMarking,
  '0012_mail': mail,
  '0013_groups': groups,
  '0014_trials': trials,
  '0015_sharing': sharing,
  '0016_brought': brought,
  '0017_asked_again': askedAgain,
  '0018_handovers': handovers,
  '0019_references': references,
  '0020_remark_pictures': remarkPictures,
  '0021_mark_sets': markSets,
  '0022_work_files': workFiles,
  '0023_errands': errands,
  '0024_handovers_placed': handoversPlaced,
  '0025_letters_by_time': lettersByTime,
  '0026_whole_captures': wholeCaptures,
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
  // What was deleted is overwritten in the file too: of who was removed nothing stays behind in free pages.
  sqlite.pragma('secure_delete = ON');
  return sqlite;
}

/**
 * Opens the database in a data folder, making both where they are missing, and brings the schema up to date. What was
 * there before a change of the schema is copied beside it first.
 *
 * @throws StartError when it is newer than this version, or cannot be brought up to date; it is then as it was
 */
export async function openDatabase(dataFolder: string, log?: LogConfig): Promise<Db> {
  mkdirSync(dataFolder, { recursive: true });
  const sqlite = openSqlite(databasePath(dataFolder));
  const db: Db = new Kysely<Tables>({
    dialect: createDialect(sqlite),
    ...(log && { log }),
  });
  try {
    await migrate(db, sqlite, dataFolder);
  } catch (error) {
    await db.destroy();
    throw error;
  }
  return db;
}

async function migrate(db: Db, sqlite: SQLite.Database, dataFolder: string): Promise<void> {
  const migrator = new Migrator({ db, provider: { getMigrations: async () => MIGRATIONS } });
  const known = new Set(Object.keys(MIGRATIONS));
  const done = migrationsDone(sqlite);
  const unknown = done.find((name) => !known.has(name));
  if (unknown)
    throw new StartError(
      `The data in ${dataFolder} was written by a newer version of Nachweis (${unknown}). Start that version, or restore a backup of this one. Nothing was changed.`,
    );
  if (done.length === known.size) return;
  const copy = done.length > 0 ? copyBeforehand(sqlite, dataFolder, done.at(-1) as string) : null;
  // Tables are rebuilt, which references between them would not allow; they are all checked afterwards.
  sqlite.pragma('foreign_keys = OFF');
  const { error } = await migrator.migrateToLatest();
  const broken = error ? [] : (sqlite.pragma('foreign_key_check') as unknown[]);
  sqlite.pragma('foreign_keys = ON');
  if (!error && broken.length === 0) return;
  const kept = copy ? ` What was there before is in ${copy}.` : '';
  throw new StartError(
    `The database in ${dataFolder} could not be brought up to date.${kept} Start the earlier version again, and tell whoever maintains Nachweis.`,
    { cause: error ?? broken },
  );
}

function migrationsDone(sqlite: SQLite.Database): string[] {
  const there = sqlite
    .prepare("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'kysely_migration'")
    .get();
  return there
    ? (sqlite.prepare('SELECT name FROM kysely_migration ORDER BY name').pluck().all() as string[])
    : [];
}

/** A whole copy of the database under a name that says of which state; pictures are never touched by a change of it. */
function copyBeforehand(sqlite: SQLite.Database, dataFolder: string, state: string): string {
  const target = join(dataFolder, `nachweis-at-${state}.db`);
  if (existsSync(target)) return target;
  const part = `${target}.part`;
  rmSync(part, { force: true });
  sqlite.prepare('VACUUM INTO ?').run(part);
  renameSync(part, target);
  return target;
}
