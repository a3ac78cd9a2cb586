import { type Kysely, sql } from 'kysely';

/** The scale of what was shown when a picture was taken. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`ALTER TABLE captures ADD COLUMN scale REAL`.execute(db);
}
