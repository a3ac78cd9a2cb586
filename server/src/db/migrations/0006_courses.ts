import { type Kysely, sql } from 'kysely';

/** Administrators, links that sign somebody in once, and how far an assignment is. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    'ALTER TABLE people ADD COLUMN admin INTEGER NOT NULL DEFAULT 0 CHECK (admin IN (0, 1))',
    // What was entered before there was a stage was given at once.
    `ALTER TABLE assignments ADD COLUMN stage TEXT NOT NULL DEFAULT 'given' CHECK (stage IN ('draft', 'given', 'archived'))`,
    `CREATE TABLE sign_in_links (
      token_hash TEXT PRIMARY KEY, person_id TEXT REFERENCES people(id) ON DELETE CASCADE, made_by TEXT,
      made_at TEXT NOT NULL, expires_at TEXT NOT NULL, used_at TEXT) STRICT`,
  ])
    await sql.raw(statement).execute(db);
}
