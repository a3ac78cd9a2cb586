import { type Kysely, sql } from 'kysely';

/** A release can be set for later and taken back; a student can be exempt from an assignment. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    "ALTER TABLE release_events ADD COLUMN kind TEXT NOT NULL DEFAULT 'released' CHECK (kind IN ('released', 'taken-back'))",
    // When the student sees it; what was released before there was a choice was seen at once.
    'ALTER TABLE release_events ADD COLUMN seen_at TEXT',
    "ALTER TABLE release_events ADD COLUMN reason TEXT NOT NULL DEFAULT ''",
    `CREATE TABLE exemption_events (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE,
      assignment_id TEXT NOT NULL REFERENCES assignments(id), person_id TEXT NOT NULL REFERENCES people(id),
      exempt INTEGER NOT NULL CHECK (exempt IN (0, 1)), reason TEXT NOT NULL,
      given_by TEXT NOT NULL REFERENCES people(id), given_at TEXT NOT NULL) STRICT`,
    'CREATE INDEX exemption_events_assignment ON exemption_events(assignment_id, person_id, seq)',
  ])
    await sql.raw(statement).execute(db);
}
