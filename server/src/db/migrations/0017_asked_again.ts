import { type Kysely, sql } from 'kysely';

/** What a student asked of a judgement that was returned, and what was answered; both are appended. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE asked_again_events (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL,
      kind TEXT NOT NULL CHECK (kind IN ('asked', 'answered')),
      hand_in_id TEXT NOT NULL REFERENCES hand_ins(id), person_id TEXT NOT NULL REFERENCES people(id),
      text TEXT NOT NULL, given_at TEXT NOT NULL, UNIQUE (id, kind)) STRICT`,
    'CREATE INDEX asked_again_events_hand_in ON asked_again_events(hand_in_id, seq)',
  ])
    await sql.raw(statement).execute(db);
}
