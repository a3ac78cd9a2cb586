import { type Kysely, sql } from 'kysely';

/** A second marking is asked of somebody, done, and what the two differ on is settled. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE second_marking_events (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, order_id TEXT NOT NULL, hand_in_id TEXT NOT NULL REFERENCES hand_ins(id),
      marker_id TEXT NOT NULL REFERENCES people(id), kind TEXT NOT NULL CHECK (kind IN ('asked', 'taken-back', 'done')),
      given_by TEXT NOT NULL REFERENCES people(id), given_at TEXT NOT NULL, UNIQUE (order_id, hand_in_id)) STRICT`,
    'CREATE INDEX second_marking_events_hand_in ON second_marking_events(hand_in_id, seq)',
    'CREATE INDEX second_marking_events_marker ON second_marking_events(marker_id, hand_in_id)',
    `CREATE TABLE settlement_events (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, hand_in_id TEXT NOT NULL REFERENCES hand_ins(id),
      question_id TEXT NOT NULL, place INTEGER NOT NULL CHECK (place >= 0), first_place INTEGER, first_by TEXT,
      first_at TEXT, reason TEXT NOT NULL,
      given_by TEXT NOT NULL REFERENCES people(id), given_at TEXT NOT NULL) STRICT`,
    'CREATE INDEX settlement_events_hand_in ON settlement_events(hand_in_id, question_id, seq)',
  ])
    await sql.raw(statement).execute(db);
}
