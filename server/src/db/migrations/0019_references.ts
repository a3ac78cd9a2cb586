import { type Kysely, sql } from 'kysely';

/** Pictures of how what is asked should look: rows are added and marked as removed, and never changed otherwise. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE reference_pictures (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE,
      assignment_id TEXT NOT NULL REFERENCES assignments(id), proof_point_id TEXT NOT NULL,
      sha256 TEXT NOT NULL, format TEXT NOT NULL, width INTEGER NOT NULL, height INTEGER NOT NULL,
      caption TEXT NOT NULL, shown INTEGER NOT NULL, added_by TEXT NOT NULL REFERENCES people(id),
      added_at TEXT NOT NULL, removed_at TEXT) STRICT`,
    'CREATE INDEX reference_pictures_assignment ON reference_pictures(assignment_id)',
    'CREATE INDEX reference_pictures_sha256 ON reference_pictures(sha256)',
  ])
    await sql.raw(statement).execute(db);
}
