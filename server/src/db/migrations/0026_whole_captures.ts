import { type Kysely, sql } from 'kysely';

/** Who hands in can let whoever judges see the whole captures: each such picture has a second rendering. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`ALTER TABLE hand_in_items ADD COLUMN whole_key TEXT`.execute(db);
  await sql`CREATE INDEX hand_in_items_whole ON hand_in_items(whole_key)`.execute(db);
}
