import { type Kysely, sql } from 'kysely';

/**
 * Pictures in remarks: a picture belongs to an assignment and to who added it, and its remarks name it. And what came
 * about by time alone is found by it.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE remark_pictures (
      id TEXT PRIMARY KEY, assignment_id TEXT NOT NULL REFERENCES assignments(id),
      sha256 TEXT NOT NULL, format TEXT NOT NULL, width INTEGER NOT NULL, height INTEGER NOT NULL,
      added_by TEXT NOT NULL REFERENCES people(id), added_at TEXT NOT NULL) STRICT`,
    'CREATE INDEX remark_pictures_sha256 ON remark_pictures(sha256)',
    'ALTER TABLE remark_events ADD COLUMN picture_id TEXT REFERENCES remark_pictures(id)',
    'CREATE INDEX remark_events_picture ON remark_events(picture_id) WHERE picture_id IS NOT NULL',
    // What came about since a time is asked for every two seconds.
    'CREATE INDEX release_events_seen ON release_events(seen_at) WHERE seen_at IS NOT NULL',
    'CREATE INDEX hand_ins_sealed ON hand_ins(sealed_at) WHERE sealed_at IS NOT NULL',
  ])
    await sql.raw(statement).execute(db);
}
