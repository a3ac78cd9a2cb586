import { type Kysely, sql } from 'kysely';

/** The capture station: records, search, the bin, presets, and the surface a proof point asks for. */
export async function up(db: Kysely<unknown>): Promise<void> {
  const words = (row: string) =>
    `${row}.original_name, ${row}.note, ${row}.tags, replace(${row}.source, '-', ' '), ${row}.document || ' ' || ${row}.label`;
  const columns = 'name, note, tags, source, document';
  const statements = [
    "ALTER TABLE proof_points ADD COLUMN surface TEXT NOT NULL DEFAULT 'any'",
    "ALTER TABLE captures ADD COLUMN label TEXT NOT NULL DEFAULT ''",
    "ALTER TABLE captures ADD COLUMN document TEXT NOT NULL DEFAULT ''",
    "ALTER TABLE captures ADD COLUMN done TEXT NOT NULL DEFAULT '[]'",
    'ALTER TABLE captures ADD COLUMN assignment_id TEXT REFERENCES assignments(id)',
    "ALTER TABLE captures ADD COLUMN record TEXT NOT NULL DEFAULT ''",
    "ALTER TABLE captures ADD COLUMN note TEXT NOT NULL DEFAULT ''",
    "ALTER TABLE captures ADD COLUMN tags TEXT NOT NULL DEFAULT '[]'",
    'ALTER TABLE captures ADD COLUMN favourite INTEGER NOT NULL DEFAULT 0 CHECK (favourite IN (0, 1))',
    'ALTER TABLE captures ADD COLUMN deleted_at TEXT',
    'CREATE INDEX captures_bin ON captures(deleted_at) WHERE deleted_at IS NOT NULL',
    'CREATE INDEX evidence_capture ON evidence(capture_id)',
    'CREATE INDEX hand_in_items_capture ON hand_in_items(capture_id)',
    `CREATE VIRTUAL TABLE captures_fts USING fts5(${columns}, tokenize = "unicode61 remove_diacritics 2")`,
    `INSERT INTO captures_fts (rowid, ${columns}) SELECT rowid, ${words('captures')} FROM captures`,
    `CREATE TRIGGER captures_fts_new AFTER INSERT ON captures BEGIN
      INSERT INTO captures_fts (rowid, ${columns}) VALUES (new.rowid, ${words('new')}); END`,
    `CREATE TRIGGER captures_fts_changed AFTER UPDATE OF note, tags, original_name ON captures BEGIN
      DELETE FROM captures_fts WHERE rowid = old.rowid;
      INSERT INTO captures_fts (rowid, ${columns}) VALUES (new.rowid, ${words('new')}); END`,
    `CREATE TRIGGER captures_fts_gone AFTER DELETE ON captures BEGIN
      DELETE FROM captures_fts WHERE rowid = old.rowid; END`,
    `CREATE TABLE presets (
      id TEXT PRIMARY KEY, person_id TEXT NOT NULL REFERENCES people(id), name TEXT NOT NULL, key TEXT NOT NULL,
      settings TEXT NOT NULL, changed_at TEXT NOT NULL) STRICT`,
    'CREATE INDEX presets_person ON presets(person_id)',
    'CREATE TABLE signing_keys (id TEXT PRIMARY KEY, jwk TEXT NOT NULL, created_at TEXT NOT NULL) STRICT',
  ];
  for (const statement of statements) await sql.raw(statement).execute(db);
}
