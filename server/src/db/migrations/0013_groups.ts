import { type Kysely, sql } from 'kysely';

/** Of a hand-in that belongs to several people, who made it; unknown for those that were made before. */
export async function up(db: Kysely<unknown>): Promise<void> {
  await sql.raw('ALTER TABLE hand_ins ADD COLUMN made_by TEXT REFERENCES people(id)').execute(db);
}
