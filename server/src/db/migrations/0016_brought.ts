import { type Kysely, sql } from 'kysely';

/** A hand-in that an instructor made for a student: why, and when it was entered, which is after it came. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    'ALTER TABLE hand_ins ADD COLUMN brought_reason TEXT',
    'ALTER TABLE hand_ins ADD COLUMN brought_at TEXT',
  ])
    await sql.raw(statement).execute(db);
}
