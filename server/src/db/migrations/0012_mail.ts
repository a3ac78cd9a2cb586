import { type Kysely, sql } from 'kysely';

/** What is sent by mail, each letter once, and who wants what of it. */
export async function up(db: Kysely<unknown>): Promise<void> {
  for (const statement of [
    `CREATE TABLE mails (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, kind TEXT NOT NULL CHECK (kind IN ('receipt', 'returned', 'reminder')),
      subject_id TEXT NOT NULL, person_id TEXT NOT NULL REFERENCES people(id), made_at TEXT NOT NULL,
      tries INTEGER NOT NULL DEFAULT 0, next_try_at TEXT, sent_at TEXT, error TEXT,
      UNIQUE (kind, subject_id, person_id)) STRICT`,
    'CREATE INDEX mails_waiting ON mails(next_try_at) WHERE next_try_at IS NOT NULL',
    `CREATE TABLE mail_choices (
      person_id TEXT NOT NULL REFERENCES people(id), kind TEXT NOT NULL, wanted INTEGER NOT NULL CHECK (wanted IN (0, 1)),
      PRIMARY KEY (person_id, kind)) STRICT`,
    // Since when this server sends mail: nobody gets letters about what was before.
    'CREATE TABLE mail_start (at TEXT NOT NULL) STRICT',
  ])
    await sql.raw(statement).execute(db);
}
