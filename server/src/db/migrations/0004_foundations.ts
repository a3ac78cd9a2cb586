import { type Kysely, sql } from 'kysely';

/**
 * Frozen questions and appended judgements: assignments in versions, verdicts and all else that is said of a hand-in as
 * events, hand-ins of one or more persons, renderings that are made once, facts with the version of their check, jobs
 * with an owner. Everything that was there is carried over; receipts, files and grades stay as they were.
 */
export async function up(db: Kysely<unknown>): Promise<void> {
  await run(db, NEW_TABLES);
  await carryAssignments(db);
  await carryEvidence(db);
  await run(db, CARRY_HAND_INS);
  await run(db, CARRY_JUDGEMENTS);
  await run(db, CAPTURES);
  await run(db, OLD_TABLES_AWAY);
  await run(db, INDEXES);
}

async function run(db: Kysely<unknown>, statements: readonly string[]): Promise<void> {
  for (const statement of statements) await sql.raw(statement).execute(db);
}

const NEW_TABLES = [
  'CREATE TABLE new_assignments (id TEXT PRIMARY KEY, course_id TEXT NOT NULL REFERENCES courses(id), version INTEGER NOT NULL) STRICT',
  `CREATE TABLE assignment_versions (
    assignment_id TEXT NOT NULL, version INTEGER NOT NULL CHECK (version >= 1), document TEXT NOT NULL,
    made_at TEXT NOT NULL, made_by TEXT REFERENCES people(id), PRIMARY KEY (assignment_id, version)) STRICT`,
  `CREATE TABLE term_events (
    seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, assignment_id TEXT NOT NULL, person_id TEXT NOT NULL REFERENCES people(id),
    grant_document TEXT NOT NULL, reason TEXT NOT NULL, given_by TEXT NOT NULL REFERENCES people(id), given_at TEXT NOT NULL) STRICT`,
  'CREATE INDEX term_events_person ON term_events(assignment_id, person_id, seq)',
  `CREATE TABLE correction_events (
    seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, assignment_id TEXT NOT NULL, must_show_id TEXT NOT NULL,
    kind TEXT NOT NULL CHECK (kind IN ('points', 'dropped', 'as-written')), units INTEGER CHECK (units >= 0),
    reason TEXT NOT NULL, given_by TEXT NOT NULL REFERENCES people(id), given_at TEXT NOT NULL,
    CHECK ((kind = 'points') = (units IS NOT NULL))) STRICT`,
  'CREATE INDEX correction_events_assignment ON correction_events(assignment_id, seq)',
  'CREATE TABLE leaving_blobs (sha256 TEXT PRIMARY KEY) STRICT',
  `CREATE TABLE known_browsers (
    token_hash TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people(id) ON DELETE CASCADE, seen_at TEXT NOT NULL) STRICT`,
  `CREATE TABLE renderings (
    key TEXT PRIMARY KEY, capture_sha256 TEXT NOT NULL, document TEXT NOT NULL, base_sha256 TEXT REFERENCES blobs(sha256),
    file_sha256 TEXT REFERENCES blobs(sha256), failed INTEGER NOT NULL DEFAULT 0 CHECK (failed IN (0, 1)), made_at TEXT) STRICT`,
  `CREATE TABLE new_hand_ins (
    seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, assignment_id TEXT NOT NULL, version INTEGER NOT NULL,
    attempt INTEGER NOT NULL CHECK (attempt >= 1), handed_in_at TEXT NOT NULL, late INTEGER NOT NULL CHECK (late IN (0, 1)),
    terms TEXT NOT NULL, statement TEXT NOT NULL, sealed_at TEXT, withdrawn_at TEXT,
    FOREIGN KEY (assignment_id, version) REFERENCES assignment_versions(assignment_id, version)) STRICT`,
  `CREATE TABLE hand_in_people (
    hand_in_id TEXT NOT NULL REFERENCES hand_ins(id), person_id TEXT NOT NULL REFERENCES people(id), assignment_id TEXT NOT NULL,
    attempt INTEGER NOT NULL, PRIMARY KEY (hand_in_id, person_id), UNIQUE (assignment_id, person_id, attempt)) STRICT`,
  'CREATE INDEX hand_in_people_person ON hand_in_people(person_id, assignment_id)',
  `CREATE TABLE new_hand_in_items (
    id TEXT PRIMARY KEY, hand_in_id TEXT NOT NULL REFERENCES hand_ins(id), proof_point_id TEXT NOT NULL,
    position INTEGER NOT NULL, capture_id TEXT NOT NULL REFERENCES captures(id), marks TEXT NOT NULL, width INTEGER NOT NULL,
    height INTEGER NOT NULL, file_name TEXT NOT NULL, rendering_key TEXT REFERENCES renderings(key),
    base_sha256 TEXT REFERENCES blobs(sha256), file_sha256 TEXT REFERENCES blobs(sha256),
    damaged INTEGER NOT NULL DEFAULT 0 CHECK (damaged IN (0, 1)), UNIQUE (hand_in_id, position)) STRICT`,
  `CREATE TABLE new_evidence (
    id TEXT PRIMARY KEY, assignment_id TEXT NOT NULL, student_id TEXT NOT NULL, proof_point_id TEXT NOT NULL,
    capture_id TEXT NOT NULL REFERENCES captures(id), document TEXT NOT NULL, rendering_key TEXT REFERENCES renderings(key),
    version INTEGER NOT NULL CHECK (version >= 1), created_at TEXT NOT NULL, removed_at TEXT,
    FOREIGN KEY (assignment_id, student_id) REFERENCES drafts(assignment_id, student_id)) STRICT`,
  `CREATE TABLE new_drafts (
    assignment_id TEXT NOT NULL, student_id TEXT NOT NULL REFERENCES people(id), version INTEGER NOT NULL,
    statement TEXT NOT NULL, statement_version INTEGER NOT NULL, PRIMARY KEY (assignment_id, student_id)) STRICT`,
  `CREATE TABLE verdict_events (
    seq INTEGER PRIMARY KEY AUTOINCREMENT, write_id TEXT NOT NULL, hand_in_id TEXT NOT NULL REFERENCES hand_ins(id),
    must_show_id TEXT NOT NULL, round INTEGER NOT NULL CHECK (round >= 1),
    verdict TEXT CHECK (verdict IN ('shown', 'partly', 'not-shown')), given_by TEXT NOT NULL REFERENCES people(id),
    given_at TEXT NOT NULL, UNIQUE (write_id, must_show_id)) STRICT`,
  `CREATE TABLE adjustment_events (
    seq INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, hand_in_id TEXT NOT NULL REFERENCES hand_ins(id),
    units INTEGER NOT NULL, reason TEXT NOT NULL, given_by TEXT NOT NULL REFERENCES people(id), given_at TEXT NOT NULL) STRICT`,
  `CREATE TABLE remark_events (
    seq INTEGER PRIMARY KEY AUTOINCREMENT, remark_id TEXT NOT NULL, hand_in_id TEXT NOT NULL REFERENCES hand_ins(id),
    item_id TEXT REFERENCES hand_in_items(id), x INTEGER, y INTEGER, text TEXT, author_id TEXT NOT NULL REFERENCES people(id),
    written_at TEXT NOT NULL, CHECK ((item_id IS NULL) = (x IS NULL) AND (x IS NULL) = (y IS NULL))) STRICT`,
  `CREATE TABLE release_events (
    seq INTEGER PRIMARY KEY AUTOINCREMENT, hand_in_id TEXT NOT NULL REFERENCES hand_ins(id),
    given_by TEXT NOT NULL REFERENCES people(id), given_at TEXT NOT NULL) STRICT`,
  `CREATE TABLE facts (
    sha256 TEXT NOT NULL REFERENCES blobs(sha256), check_name TEXT NOT NULL, version INTEGER NOT NULL, facts TEXT NOT NULL,
    made_at TEXT NOT NULL, PRIMARY KEY (sha256, check_name)) STRICT`,
  `CREATE TABLE new_jobs (
    id INTEGER PRIMARY KEY, kind TEXT NOT NULL, subject TEXT NOT NULL, version INTEGER NOT NULL, owner TEXT NOT NULL,
    state TEXT NOT NULL CHECK (state IN ('queued', 'running', 'failed')), tries INTEGER NOT NULL, run_after TEXT NOT NULL,
    error TEXT, UNIQUE (kind, subject, version)) STRICT`,
];

/** Each assignment becomes its first version: what was asked until now. */
async function carryAssignments(db: Kysely<unknown>): Promise<void> {
  const read = async (statement: string) =>
    (await sql.raw<Record<string, string & number>>(statement).execute(db)).rows;
  const points = await read('SELECT * FROM proof_points ORDER BY number');
  const mustShows = await read('SELECT * FROM must_shows ORDER BY letter');
  for (const a of await read('SELECT * FROM assignments')) {
    const value = {
      title: a.title,
      brief: a.brief,
      opensAt: a.opens_at,
      dueAt: a.due_at,
      lateUntil: a.late_until,
      attempts: a.attempts,
      counts: 'last',
      needsStatement: a.needs_statement === 1,
      statementPrompt: a.statement_prompt,
      nameRule: a.name_rule,
      proofPoints: points
        .filter((p) => p.assignment_id === a.id)
        .map((p) => ({
          id: p.id,
          code: `P${p.number}`,
          title: p.title,
          instructions: p.instructions,
          mustShows: mustShows
            .filter((m) => m.proof_point_id === p.id)
            .map(({ id, letter, text, units }) => ({ id, letter, text, units })),
          requirements: {
            minPictures: p.min_pictures,
            maxPictures: p.max_pictures,
            needsPins: p.needs_pins === 1,
            minWidth: p.min_width,
            minHeight: p.min_height,
            surface: p.surface,
          },
        })),
    };
    await sql`INSERT INTO new_assignments (id, course_id, version) VALUES (${a.id}, ${a.course_id}, 1)`.execute(
      db,
    );
    await sql`INSERT INTO assignment_versions (assignment_id, version, document, made_at, made_by)
      VALUES (${a.id}, 1, ${JSON.stringify({ v: 1, value })}, ${a.opens_at}, NULL)`.execute(db);
  }
}

/** Framing and marks become one document. What a draft shows is rendered anew by a job, under the new scheme. */
async function carryEvidence(db: Kysely<unknown>): Promise<void> {
  await run(db, [
    'INSERT INTO new_drafts SELECT assignment_id, student_id, version, statement, statement_version FROM drafts',
    `INSERT INTO new_evidence (id, assignment_id, student_id, proof_point_id, capture_id, document, rendering_key, version, created_at, removed_at)
      SELECT id, assignment_id, student_id, proof_point_id, capture_id,
        json_object('v', 1, 'value', json_object('framing', json(framing), 'marks', json(marks))), NULL, version, created_at, removed_at
      FROM evidence`,
  ]);
}

const CARRY_HAND_INS = [
  `INSERT INTO new_hand_ins (seq, id, assignment_id, version, attempt, handed_in_at, late, terms, statement, sealed_at, withdrawn_at)
    SELECT h.seq, h.id, h.assignment_id, 1, h.attempt, h.handed_in_at, h.late,
      json_object('v', 1, 'value', json_object('opensAt', a.opens_at, 'dueAt', a.due_at, 'lateUntil', a.late_until, 'attempts', a.attempts)),
      h.statement, h.handed_in_at, NULL
    FROM hand_ins h JOIN assignments a ON a.id = h.assignment_id ORDER BY h.seq`,
  'INSERT INTO hand_in_people (hand_in_id, person_id, assignment_id, attempt) SELECT id, student_id, assignment_id, attempt FROM hand_ins',
  `INSERT INTO new_hand_in_items (id, hand_in_id, proof_point_id, position, capture_id, marks, width, height, file_name, rendering_key, base_sha256, file_sha256)
    SELECT id, hand_in_id, proof_point_id, position, capture_id, json_object('v', 1, 'value', json(marks)), width, height, file_name, NULL, base_sha256, file_sha256
    FROM hand_in_items`,
];

/** The last state is all that is known: it becomes the first event. */
const CARRY_JUDGEMENTS = [
  `INSERT INTO verdict_events (write_id, hand_in_id, must_show_id, round, verdict, given_by, given_at)
    SELECT 'carried-' || hand_in_id, hand_in_id, must_show_id, 1, verdict, given_by, given_at FROM verdicts ORDER BY given_at, rowid`,
  // Who adjusted was not kept: it is ascribed to whoever released or judged, for somebody of the staff it was.
  `INSERT INTO adjustment_events (id, hand_in_id, units, reason, given_by, given_at)
    SELECT 'carried-' || r.hand_in_id, r.hand_in_id, r.adjustment, r.reason,
      coalesce(r.released_by, (SELECT v.given_by FROM verdicts v WHERE v.hand_in_id = r.hand_in_id LIMIT 1),
        (SELECT m.person_id FROM members m JOIN assignments a ON a.course_id = m.course_id WHERE a.id = h.assignment_id ORDER BY m.role = 'instructor' DESC LIMIT 1)),
      coalesce(r.released_at, (SELECT max(v.given_at) FROM verdicts v WHERE v.hand_in_id = r.hand_in_id), h.handed_in_at)
    FROM reviews r JOIN hand_ins h ON h.id = r.hand_in_id WHERE r.adjustment_version > 0 ORDER BY h.seq`,
  `INSERT INTO remark_events (remark_id, hand_in_id, item_id, x, y, text, author_id, written_at)
    SELECT id, hand_in_id, item_id, x, y, text, author_id, written_at FROM remarks ORDER BY written_at, rowid`,
  `INSERT INTO release_events (hand_in_id, given_by, given_at)
    SELECT hand_in_id, released_by, released_at FROM reviews WHERE released_at IS NOT NULL ORDER BY released_at`,
];

const CAPTURES = [
  'ALTER TABLE captures ADD COLUMN keeps_format INTEGER NOT NULL DEFAULT 0 CHECK (keeps_format IN (0, 1))',
  `UPDATE captures SET notes = json_object('v', 1, 'value', json(notes)), done = json_object('v', 1, 'value', json(done)),
    tags = json_object('v', 1, 'value', json(tags))`,
  `UPDATE presets SET settings = json_object('v', 1, 'value', json(settings))`,
  // The index of words held the tags' brackets; it now holds the tags.
  `DROP TRIGGER captures_fts_new`,
  `DROP TRIGGER captures_fts_changed`,
  `DELETE FROM captures_fts`,
  `INSERT INTO captures_fts (rowid, name, note, tags, source, document) SELECT rowid, ${words('captures')} FROM captures`,
  `CREATE TRIGGER captures_fts_new AFTER INSERT ON captures BEGIN
    INSERT INTO captures_fts (rowid, name, note, tags, source, document) VALUES (new.rowid, ${words('new')}); END`,
  `CREATE TRIGGER captures_fts_changed AFTER UPDATE OF note, tags, original_name ON captures BEGIN
    DELETE FROM captures_fts WHERE rowid = old.rowid;
    INSERT INTO captures_fts (rowid, name, note, tags, source, document) VALUES (new.rowid, ${words('new')}); END`,
];

function words(row: string): string {
  return `${row}.original_name, ${row}.note, coalesce(json_extract(${row}.tags, '$.value'), ''), replace(${row}.source, '-', ' '), ${row}.document || ' ' || ${row}.label`;
}

const OLD_TABLES_AWAY = [
  ...[
    'remarks',
    'verdicts',
    'reviews',
    'hand_in_items',
    'hand_ins',
    'evidence',
    'drafts',
    'must_shows',
    'proof_points',
    'inspections',
    'jobs',
  ].map((table) => `DROP TABLE ${table}`),
  'CREATE TABLE kept_captures AS SELECT id, assignment_id FROM captures WHERE assignment_id IS NOT NULL',
  'UPDATE captures SET assignment_id = NULL',
  'DROP TABLE assignments',
  ...['assignments', 'hand_ins', 'hand_in_items', 'evidence', 'drafts', 'jobs'].map(
    (table) => `ALTER TABLE new_${table} RENAME TO ${table}`,
  ),
  'UPDATE captures SET assignment_id = (SELECT k.assignment_id FROM kept_captures k WHERE k.id = captures.id)',
  'DROP TABLE kept_captures',
];

const INDEXES = [
  'CREATE INDEX assignments_course ON assignments(course_id)',
  'CREATE INDEX hand_ins_assignment ON hand_ins(assignment_id)',
  'CREATE INDEX hand_in_items_hand_in ON hand_in_items(hand_in_id)',
  'CREATE INDEX hand_in_items_capture ON hand_in_items(capture_id)',
  'CREATE INDEX hand_in_items_rendering ON hand_in_items(rendering_key)',
  'CREATE INDEX hand_in_items_base ON hand_in_items(base_sha256)',
  'CREATE INDEX hand_in_items_file ON hand_in_items(file_sha256)',
  'CREATE INDEX evidence_draft ON evidence(assignment_id, student_id) WHERE removed_at IS NULL',
  'CREATE INDEX evidence_capture ON evidence(capture_id)',
  'CREATE INDEX evidence_rendering ON evidence(rendering_key)',
  'CREATE INDEX renderings_capture ON renderings(capture_sha256)',
  'CREATE INDEX renderings_base ON renderings(base_sha256)',
  'CREATE INDEX renderings_file ON renderings(file_sha256)',
  'CREATE INDEX verdict_events_hand_in ON verdict_events(hand_in_id, must_show_id, seq)',
  'CREATE INDEX adjustment_events_hand_in ON adjustment_events(hand_in_id, seq)',
  'CREATE INDEX remark_events_hand_in ON remark_events(hand_in_id, remark_id, seq)',
  'CREATE INDEX remark_events_remark ON remark_events(remark_id, seq)',
  'CREATE INDEX release_events_hand_in ON release_events(hand_in_id, seq)',
  'CREATE INDEX known_browsers_person ON known_browsers(person_id)',
  'CREATE INDEX captures_assignment ON captures(assignment_id)',
  'CREATE INDEX sessions_person ON sessions(person_id)',
  "CREATE INDEX jobs_next ON jobs(kind, owner, id) WHERE state = 'queued'",
];
