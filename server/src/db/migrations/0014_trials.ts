import { type Kysely, sql } from 'kysely';

/** Whoever writes an assignment tries it as a student would, in a course of their own that nobody else sees. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    'ALTER TABLE courses ADD COLUMN trial_for TEXT REFERENCES people(id)',
    'CREATE UNIQUE INDEX courses_trial ON courses(trial_for) WHERE trial_for IS NOT NULL',
    `CREATE TABLE trials (
      assignment_id TEXT PRIMARY KEY REFERENCES assignments(id), of_id TEXT NOT NULL REFERENCES assignments(id),
      of_version INTEGER NOT NULL) STRICT`,
  ])
    await sql.raw(statement).execute(db);
}
