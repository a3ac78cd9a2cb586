import { type Kysely, sql } from 'kysely';

/** Files that belong to an assignment's brief: to work with, to look at, an example. Rows are added and marked as removed. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE work_files (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE,
      assignment_id TEXT NOT NULL REFERENCES assignments(id), name TEXT NOT NULL,
      sha256 TEXT NOT NULL REFERENCES blobs(sha256), bytes INTEGER NOT NULL, media_type TEXT NOT NULL,
      added_by TEXT NOT NULL REFERENCES people(id), added_at TEXT NOT NULL, removed_at TEXT) STRICT`,
    'CREATE UNIQUE INDEX work_files_name ON work_files(assignment_id, name) WHERE removed_at IS NULL',
  ])
    await sql.raw(statement).execute(db);
}
