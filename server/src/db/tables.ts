import type { Role, Source, Surface } from '@nachweis/contract';
import type { PictureFormat, Verdict } from '@nachweis/core';
import type { Generated } from 'kysely';

/** Rows as they lie in the database: instants as UTC ISO 8601 text, yes/no as 0 or 1, documents as JSON text. */
export interface Tables {
  people: {
    id: string;
    email: string;
    given_name: string;
    surname: string;
    password_hash: string;
    /** what the sign-in page of a demo server says of the person; null for everybody else */
    demo_note: string | null;
  };
  sessions: { token_hash: string; person_id: string; created_at: string; expires_at: string };
  courses: { id: string; title: string; time_zone: string };
  members: { course_id: string; person_id: string; role: Role };
  assignments: {
    id: string;
    course_id: string;
    title: string;
    brief: string;
    opens_at: string;
    due_at: string;
    late_until: string | null;
    attempts: number;
    needs_statement: number;
    statement_prompt: string;
    name_rule: string;
  };
  proof_points: {
    id: string;
    assignment_id: string;
    number: number;
    title: string;
    instructions: string;
    min_pictures: number;
    max_pictures: number;
    needs_pins: number;
    min_width: number | null;
    min_height: number | null;
    surface: Generated<'any' | 'all-displays' | 'display' | 'window' | 'region' | 'photo'>;
  };
  must_shows: { id: string; proof_point_id: string; letter: string; text: string; units: number };
  blobs: { sha256: string; bytes: number; media_type: string; created_at: string };
  captures: {
    id: string;
    owner_id: string;
    sha256: string;
    source: Source;
    surface: Surface;
    original_name: string;
    format: PictureFormat;
    width: number;
    height: number;
    notes: string;
    received_at: string;
    label: Generated<string>;
    document: Generated<string>;
    /** pixels for each unit its source draws in; null where that is not known */
    scale: number | null;
    /** what was done to it before it came, sentences as JSON */
    done: Generated<string>;
    assignment_id: Generated<string | null>;
    /** compact JWS */
    record: Generated<string>;
    note: Generated<string>;
    tags: Generated<string>;
    favourite: Generated<number>;
    deleted_at: Generated<string | null>;
  };
  /** full-text index over captures, kept by triggers */
  captures_fts: { rowid: number; captures_fts: string };
  presets: {
    id: string;
    person_id: string;
    name: string;
    key: string;
    settings: string;
    changed_at: string;
  };
  signing_keys: { id: string; jwk: string; created_at: string };
  drafts: {
    assignment_id: string;
    student_id: string;
    version: number;
    statement: string;
    statement_version: number;
  };
  evidence: {
    id: string;
    assignment_id: string;
    student_id: string;
    proof_point_id: string;
    capture_id: string;
    framing: string;
    marks: string;
    version: number;
    created_at: string;
    removed_at: string | null;
  };
  hand_ins: {
    seq: Generated<number>;
    id: string;
    assignment_id: string;
    student_id: string;
    attempt: number;
    handed_in_at: string;
    late: number;
    statement: string;
  };
  hand_in_items: {
    id: string;
    hand_in_id: string;
    proof_point_id: string;
    position: number;
    capture_id: string;
    marks: string;
    width: number;
    height: number;
    file_name: string;
    base_sha256: string;
    file_sha256: string;
  };
  reviews: {
    hand_in_id: string;
    adjustment: number;
    reason: string;
    adjustment_version: number;
    released_at: string | null;
    released_by: string | null;
  };
  verdicts: {
    hand_in_id: string;
    must_show_id: string;
    verdict: Verdict;
    given_by: string;
    given_at: string;
  };
  remarks: {
    id: string;
    hand_in_id: string;
    item_id: string | null;
    x: number | null;
    y: number | null;
    text: string;
    author_id: string;
    written_at: string;
  };
  inspections: { sha256: string; facts: string; made_at: string };
  jobs: {
    id: Generated<number>;
    kind: string;
    subject: string;
    state: 'queued' | 'running' | 'done' | 'failed';
    tries: number;
    run_after: string;
    error: string | null;
  };
}
