import { type Kysely, sql } from 'kysely';

/** One picture that may come from another device of a student: its capture has the id of the row. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE handovers (
      id TEXT PRIMARY KEY, token_hash TEXT NOT NULL UNIQUE, person_id TEXT NOT NULL REFERENCES people(id),
      assignment_id TEXT NOT NULL REFERENCES assignments(id), proof_point_id TEXT NOT NULL,
      evidence_id TEXT NOT NULL, made_at TEXT NOT NULL, expires_at TEXT NOT NULL) STRICT`,
    'CREATE INDEX handovers_person ON handovers(person_id, expires_at)',
  ])
    await sql.raw(statement).execute(db);
}
