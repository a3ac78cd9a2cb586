import { type Kysely, sql } from 'kysely';

/** Long work that somebody asked for, and whom of a mailing it has reached. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE errands (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE,
      person_id TEXT NOT NULL REFERENCES people(id),
      kind TEXT NOT NULL CHECK (kind IN ('archive', 'mailing')),
      assignment_id TEXT REFERENCES assignments(id), course_id TEXT NOT NULL REFERENCES courses(id),
      form TEXT, state TEXT NOT NULL, why TEXT, done INTEGER NOT NULL, total INTEGER NOT NULL,
      asked_at TEXT NOT NULL, ended_at TEXT, bytes INTEGER, fetched INTEGER NOT NULL) STRICT`,
    'CREATE INDEX errands_person ON errands(person_id, seq)',
    `CREATE TABLE errand_people (
      errand_id TEXT NOT NULL REFERENCES errands(id) ON DELETE CASCADE,
      person_id TEXT NOT NULL REFERENCES people(id), state TEXT NOT NULL,
      PRIMARY KEY (errand_id, person_id)) STRICT`,
    'CREATE INDEX errand_people_person ON errand_people(person_id)',
    // Whose work is under way is asked before each job.
    "CREATE INDEX jobs_running ON jobs(kind, owner) WHERE state = 'running'",
  ])
    await sql.raw(statement).execute(db);
}
