import { type Kysely, sql } from 'kysely';

/**
 * Something that only the owner of a capture knows, so that its hash can be shown to others without being guessed; and
 * room for what is signed about a hand-in.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    "ALTER TABLE captures ADD COLUMN salt TEXT NOT NULL DEFAULT ''",
    'UPDATE captures SET salt = lower(hex(randomblob(16)))',
    // What was signed once stays as it was signed.
    'ALTER TABLE hand_ins ADD COLUMN receipt TEXT',
    'ALTER TABLE hand_in_items ADD COLUMN record TEXT',
  ])
    await sql.raw(statement).execute(db);
}
