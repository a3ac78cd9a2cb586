import { type Kysely, sql } from 'kysely';

/** Remarks on boxes and rings, signs, what they are about; answers to them; words that are kept for them. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    "ALTER TABLE remark_events ADD COLUMN shape TEXT NOT NULL DEFAULT 'point' CHECK (shape IN ('point', 'box', 'ring'))",
    'ALTER TABLE remark_events ADD COLUMN width INTEGER',
    'ALTER TABLE remark_events ADD COLUMN height INTEGER',
    "ALTER TABLE remark_events ADD COLUMN sign TEXT CHECK (sign IN ('right', 'wrong', 'query'))",
    'ALTER TABLE remark_events ADD COLUMN must_show_id TEXT',
    `CREATE TABLE thread_events (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, remark_id TEXT NOT NULL,
      hand_in_id TEXT NOT NULL REFERENCES hand_ins(id) ON DELETE CASCADE,
      author_id TEXT NOT NULL REFERENCES people(id), text TEXT NOT NULL,
      settled INTEGER CHECK (settled IN (0, 1)), written_at TEXT NOT NULL) STRICT`,
    'CREATE INDEX thread_events_hand_in ON thread_events(hand_in_id, remark_id, seq)',
    `CREATE TABLE stock_remarks (
      id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people(id) ON DELETE CASCADE,
      text TEXT NOT NULL, kept_at TEXT NOT NULL) STRICT`,
    'CREATE INDEX stock_remarks_person ON stock_remarks(person_id, kept_at)',
  ])
    await sql.raw(statement).execute(db);
}
