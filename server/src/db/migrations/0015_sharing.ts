import { type Kysely, sql } from 'kysely';

/** Who judges whom; the last event of a student holds. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE share_events (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, write_id TEXT NOT NULL,
      assignment_id TEXT NOT NULL REFERENCES assignments(id), student_id TEXT NOT NULL REFERENCES people(id),
      marker_id TEXT REFERENCES people(id), given_by TEXT NOT NULL REFERENCES people(id), given_at TEXT NOT NULL,
      UNIQUE (write_id, student_id)) STRICT`,
    'CREATE INDEX share_events_assignment ON share_events(assignment_id, student_id, seq)',
  ])
    await sql.raw(statement).execute(db);
}
