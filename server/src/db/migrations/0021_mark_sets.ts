import { type Kysely, sql } from 'kysely';

/** Sets of ink and style of a person's own, and the ink that the marks of a course begin with. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE mark_sets (
      id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people(id), name TEXT NOT NULL, look TEXT NOT NULL) STRICT`,
    'CREATE INDEX mark_sets_person ON mark_sets(person_id)',
    'ALTER TABLE courses ADD COLUMN house_ink TEXT',
  ])
    await sql.raw(statement).execute(db);
}
