import { type Kysely, sql } from 'kysely';

/** Everything the first path through the product needs. */
export async function up(db: Kysely<unknown>): Promise<void> {
  const statements = [
    `CREATE TABLE people (
      id TEXT PRIMARY KEY, email TEXT NOT NULL UNIQUE COLLATE NOCASE, given_name TEXT NOT NULL, surname TEXT NOT NULL,
      password_hash TEXT NOT NULL, demo_note TEXT) STRICT`,
    `CREATE TABLE sessions (
      token_hash TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people(id) ON DELETE CASCADE,
      created_at TEXT NOT NULL, expires_at TEXT NOT NULL) STRICT`,
    'CREATE INDEX sessions_expiry ON sessions(expires_at)',
    'CREATE TABLE courses (id TEXT PRIMARY KEY, title TEXT NOT NULL, time_zone TEXT NOT NULL) STRICT',
    `CREATE TABLE members (
      course_id TEXT NOT NULL REFERENCES courses(id), person_id TEXT NOT NULL REFERENCES people(id),
      role TEXT NOT NULL CHECK (role IN ('student', 'instructor', 'marker')), PRIMARY KEY (course_id, person_id)) STRICT`,
    'CREATE INDEX members_person ON members(person_id)',
    `CREATE TABLE assignments (
      id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES courses(id), title TEXT NOT NULL, brief TEXT NOT NULL,
      opens_at TEXT NOT NULL, due_at TEXT NOT NULL CHECK (due_at >= opens_at), late_until TEXT CHECK (late_until >= due_at),
      attempts INTEGER NOT NULL CHECK (attempts >= 1), needs_statement INTEGER NOT NULL CHECK (needs_statement IN (0, 1)),
      statement_prompt TEXT NOT NULL, name_rule TEXT NOT NULL) STRICT`,
    'CREATE INDEX assignments_course ON assignments(course_id)',
    `CREATE TABLE proof_points (
      id TEXT PRIMARY KEY, assignment_id TEXT NOT NULL REFERENCES assignments(id), number INTEGER NOT NULL CHECK (number >= 1),
      title TEXT NOT NULL, instructions TEXT NOT NULL, min_pictures INTEGER NOT NULL CHECK (min_pictures >= 0),
      max_pictures INTEGER NOT NULL CHECK (max_pictures >= min_pictures AND max_pictures >= 1),
      needs_pins INTEGER NOT NULL CHECK (needs_pins IN (0, 1)), min_width INTEGER, min_height INTEGER,
      UNIQUE (assignment_id, number)) STRICT`,
    `CREATE TABLE must_shows (
      id TEXT PRIMARY KEY, proof_point_id TEXT NOT NULL REFERENCES proof_points(id), letter TEXT NOT NULL, text TEXT NOT NULL,
      units INTEGER NOT NULL CHECK (units >= 0), UNIQUE (proof_point_id, letter)) STRICT`,
    'CREATE TABLE blobs (sha256 TEXT PRIMARY KEY, bytes INTEGER NOT NULL, media_type TEXT NOT NULL, created_at TEXT NOT NULL) STRICT',
    `CREATE TABLE captures (
      id TEXT PRIMARY KEY, owner_id TEXT NOT NULL REFERENCES people(id), sha256 TEXT NOT NULL REFERENCES blobs(sha256),
      source TEXT NOT NULL, surface TEXT NOT NULL, original_name TEXT NOT NULL, format TEXT NOT NULL, width INTEGER NOT NULL,
      height INTEGER NOT NULL, notes TEXT NOT NULL, received_at TEXT NOT NULL) STRICT`,
    'CREATE INDEX captures_owner ON captures(owner_id, received_at)',
    'CREATE INDEX captures_blob ON captures(sha256)',
    `CREATE TABLE drafts (
      assignment_id TEXT NOT NULL REFERENCES assignments(id), student_id TEXT NOT NULL REFERENCES people(id),
      version INTEGER NOT NULL, statement TEXT NOT NULL, statement_version INTEGER NOT NULL,
      PRIMARY KEY (assignment_id, student_id)) STRICT`,
    `CREATE TABLE evidence (
      id TEXT PRIMARY KEY, assignment_id TEXT NOT NULL, student_id TEXT NOT NULL,
      proof_point_id TEXT NOT NULL REFERENCES proof_points(id), capture_id TEXT NOT NULL REFERENCES captures(id),
      framing TEXT NOT NULL, marks TEXT NOT NULL, version INTEGER NOT NULL CHECK (version >= 1), created_at TEXT NOT NULL,
      removed_at TEXT, FOREIGN KEY (assignment_id, student_id) REFERENCES drafts(assignment_id, student_id)) STRICT`,
    'CREATE INDEX evidence_draft ON evidence(assignment_id, student_id) WHERE removed_at IS NULL',
    `CREATE TABLE hand_ins (
      seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, assignment_id TEXT NOT NULL REFERENCES assignments(id),
      student_id TEXT NOT NULL REFERENCES people(id), attempt INTEGER NOT NULL CHECK (attempt >= 1), handed_in_at TEXT NOT NULL,
      late INTEGER NOT NULL CHECK (late IN (0, 1)), statement TEXT NOT NULL, UNIQUE (assignment_id, student_id, attempt)) STRICT`,
    `CREATE TABLE hand_in_items (
      id TEXT PRIMARY KEY, hand_in_id TEXT NOT NULL REFERENCES hand_ins(id), proof_point_id TEXT NOT NULL REFERENCES proof_points(id),
      position INTEGER NOT NULL, capture_id TEXT NOT NULL REFERENCES captures(id), marks TEXT NOT NULL, width INTEGER NOT NULL,
      height INTEGER NOT NULL, file_name TEXT NOT NULL, base_sha256 TEXT NOT NULL REFERENCES blobs(sha256),
      file_sha256 TEXT NOT NULL REFERENCES blobs(sha256), UNIQUE (hand_in_id, position)) STRICT`,
    `CREATE TABLE reviews (
      hand_in_id TEXT PRIMARY KEY REFERENCES hand_ins(id), adjustment INTEGER NOT NULL, reason TEXT NOT NULL,
      adjustment_version INTEGER NOT NULL, released_at TEXT, released_by TEXT REFERENCES people(id)) STRICT`,
    `CREATE TABLE verdicts (
      hand_in_id TEXT NOT NULL REFERENCES hand_ins(id), must_show_id TEXT NOT NULL REFERENCES must_shows(id),
      verdict TEXT NOT NULL CHECK (verdict IN ('shown', 'partly', 'not-shown')), given_by TEXT NOT NULL REFERENCES people(id),
      given_at TEXT NOT NULL, PRIMARY KEY (hand_in_id, must_show_id)) STRICT`,
    `CREATE TABLE remarks (
      id TEXT PRIMARY KEY, hand_in_id TEXT NOT NULL REFERENCES hand_ins(id), item_id TEXT REFERENCES hand_in_items(id), x INTEGER,
      y INTEGER, text TEXT NOT NULL, author_id TEXT NOT NULL REFERENCES people(id), written_at TEXT NOT NULL,
      CHECK ((item_id IS NULL) = (x IS NULL) AND (x IS NULL) = (y IS NULL))) STRICT`,
    'CREATE INDEX remarks_hand_in ON remarks(hand_in_id)',
    'CREATE TABLE inspections (sha256 TEXT PRIMARY KEY REFERENCES blobs(sha256), facts TEXT NOT NULL, made_at TEXT NOT NULL) STRICT',
    `CREATE TABLE jobs (
      id INTEGER PRIMARY KEY, kind TEXT NOT NULL, subject TEXT NOT NULL,
      state TEXT NOT NULL CHECK (state IN ('queued', 'running', 'done', 'failed')), tries INTEGER NOT NULL, run_after TEXT NOT NULL,
      error TEXT, UNIQUE (kind, subject)) STRICT`,
    "CREATE INDEX jobs_next ON jobs(run_after) WHERE state = 'queued'",
  ];
  for (const statement of statements) await sql.raw(statement).execute(db);
}
