import { type Kysely, sql } from 'kysely';

/** What a class list knows of people besides their names, and the language by whose letters they are sorted. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    "ALTER TABLE courses ADD COLUMN language TEXT NOT NULL DEFAULT 'en'",
    'ALTER TABLE members ADD COLUMN sort_name TEXT',
    `ALTER TABLE members ADD COLUMN fields TEXT NOT NULL DEFAULT '{"v":1,"value":{}}'`,
    `ALTER TABLE hand_in_people ADD COLUMN fields TEXT NOT NULL DEFAULT '{"v":1,"value":{}}'`,
  ])
    await sql.raw(statement).execute(db);
}
