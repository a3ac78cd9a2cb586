import { type Kysely, sql } from 'kysely';

/** A picture from another device has come when it is where it goes to, not when its bytes are there. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    'ALTER TABLE handovers ADD COLUMN placed_at TEXT',
    'UPDATE handovers SET placed_at = made_at WHERE id IN (SELECT id FROM captures)',
  ])
    await sql.raw(statement).execute(db);
}
