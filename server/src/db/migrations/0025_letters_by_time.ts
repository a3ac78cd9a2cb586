import { type Kysely, sql } from 'kysely';

/** Each round asks which letters of the last days are there; letters stay for good. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql`CREATE INDEX mails_by_time ON mails(made_at)`.execute(db);
}
