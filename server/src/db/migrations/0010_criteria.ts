import { type Kysely, sql } from 'kysely';

/** Criteria are judged on levels; each level that is given is an event, as verdicts are. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE level_events (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, write_id TEXT NOT NULL, hand_in_id TEXT NOT NULL REFERENCES hand_ins(id),
      criterion_id TEXT NOT NULL, round INTEGER NOT NULL CHECK (round >= 1), level INTEGER CHECK (level >= 0),
      given_by TEXT NOT NULL REFERENCES people(id), given_at TEXT NOT NULL, UNIQUE (write_id, criterion_id)) STRICT`,
    'CREATE INDEX level_events_hand_in ON level_events(hand_in_id, criterion_id, seq)',
  ])
    await sql.raw(statement).execute(db);
}
