import type { ClassForm, Errand, MailKind, Role, Source, Stage, Surface } from '@nachweis/contract';
import type { PictureFormat } from '@nachweis/core';
import type { Generated } from 'kysely';
import type { EventTables } from './eventTables.ts';

/**
 * Rows as they lie in the database: instants as UTC ISO 8601 text, yes/no as 0 or 1, documents as JSON text with a
 * version (columns.ts).
 */
export interface Tables extends EventTables {
  people: {
    id: string;
    email: string;
    given_name: string;
    surname: string;
    /** empty: no password yet, so nobody can sign in */
    password_hash: string;
    /** what the sign-in page of a demo server says of the person; null for everybody else */
    demo_note: string | null;
    /** 1: makes courses, and manages all of them */
    admin: Generated<number>;
  };
  /** with each of them somebody sets a password, once; without a person for the first administrator */
  sign_in_links: {
    token_hash: string;
    person_id: string | null;
    made_by: string | null;
    made_at: string;
    expires_at: string;
    used_at: string | null;
  };
  sessions: { token_hash: string; person_id: string; created_at: string; expires_at: string };
  /** browsers in which somebody has signed in before; the limit for guesses from everywhere lets them pass */
  known_browsers: { token_hash: string; person_id: string; seen_at: string };
  courses: {
    id: string;
    title: string;
    time_zone: string;
    /** BCP 47; names are sorted by its letters */
    language: Generated<string>;
    /** in which this person alone tries assignments as a student; null for a real course */
    trial_for: Generated<string | null>;
    /** "#rrggbb" that new marks begin with */
    house_ink: Generated<string | null>;
  };
  /** an assignment as its author tries it */
  trials: { assignment_id: string; of_id: string; of_version: number };
  members: {
    course_id: string;
    person_id: string;
    role: Role;
    /** as the class list wants the name sorted; null where it says nothing */
    sort_name: Generated<string | null>;
    /** further columns of the class list */
    fields: Generated<string>;
  };
  assignments: { id: string; course_id: string; version: number; stage: Generated<Stage> };
  /** what is asked, frozen: never changed, only followed by another version */
  assignment_versions: {
    assignment_id: string;
    version: number;
    document: string;
    made_at: string;
    made_by: string | null;
  };
  /** of how what is asked should look; only ever added and marked as removed */
  /** pictures in remarks; rows are added and never changed */
  remark_pictures: {
    id: string;
    assignment_id: string;
    sha256: string;
    format: PictureFormat;
    width: number;
    height: number;
    added_by: string;
    added_at: string;
  };
  reference_pictures: {
    seq: Generated<number>;
    id: string;
    assignment_id: string;
    proof_point_id: string;
    sha256: string;
    format: PictureFormat;
    width: number;
    height: number;
    caption: string;
    shown: number;
    added_by: string;
    added_at: string;
    removed_at: string | null;
  };
  work_files: {
    seq: Generated<number>;
    id: string;
    assignment_id: string;
    name: string;
    sha256: string;
    bytes: number;
    media_type: string;
    added_by: string;
    added_at: string;
    removed_at: string | null;
  };
  blobs: { sha256: string; bytes: number; media_type: string; created_at: string };
  /** bytes that nothing holds any more and whose files have still to go */
  leaving_blobs: { sha256: string };
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
    /** what was done to it before it came */
    done: Generated<string>;
    assignment_id: Generated<string | null>;
    /** compact JWS */
    record: Generated<string>;
    /** hexadecimal; nobody but the owner gets it */
    salt: Generated<string>;
    note: Generated<string>;
    tags: Generated<string>;
    favourite: Generated<number>;
    deleted_at: Generated<string | null>;
    /** 1: as a whole it can be handed in as the same coded pixels, without what tells of place, owner or device */
    keeps_format: Generated<number>;
  };
  /** full-text index over captures, kept by triggers */
  captures_fts: { rowid: number; captures_fts: string };
  /** words that are kept for remarks */
  stock_remarks: { id: string; person_id: string; text: string; kept_at: string };
  /** letters, each made once for a person and a subject */
  mails: {
    seq: Generated<number>;
    kind: MailKind;
    /** a hand-in, a release of one, or an assignment */
    subject_id: string;
    person_id: string;
    made_at: string;
    tries: Generated<number>;
    /** null: nothing more is tried */
    next_try_at: string | null;
    sent_at: Generated<string | null>;
    error: Generated<string | null>;
  };
  mail_choices: { person_id: string; kind: MailKind; wanted: number };
  mail_start: { at: string };
  mark_sets: { id: string; person_id: string; name: string; look: string };
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
    /** framing and marks */
    document: string;
    rendering_key: string | null;
    version: number;
    created_at: string;
    removed_at: string | null;
  };
  /** pictures made from captures: the same framing and marks of the same bytes are made once */
  renderings: {
    key: string;
    capture_sha256: string;
    /** framing and marks */
    document: string;
    base_sha256: string | null;
    file_sha256: string | null;
    /** 1: the capture's pixels cannot be read */
    failed: Generated<number>;
    made_at: string | null;
  };
  hand_ins: {
    seq: Generated<number>;
    id: string;
    assignment_id: string;
    /** of the assignment, as it was asked */
    version: number;
    attempt: number;
    handed_in_at: string;
    late: number;
    /** what held for the person then */
    terms: string;
    statement: string;
    /** when all its files had been made */
    sealed_at: string | null;
    withdrawn_at: string | null;
    /** who handed it in; null where that was not kept yet */
    made_by: Generated<string | null>;
    /** why it was handed in for whom it belongs to; null where it was by themselves */
    brought_reason: Generated<string | null>;
    /** when that was entered */
    brought_at: Generated<string | null>;
    /** signed, a compact JWS; null until it is asked for after its files were sealed */
    receipt: string | null;
  };
  /** one picture that may come from another device; its capture has the id of the row */
  handovers: {
    id: string;
    token_hash: string;
    person_id: string;
    assignment_id: string;
    proof_point_id: string;
    evidence_id: string;
    made_at: string;
    expires_at: string;
    /** when its picture was where it goes to; null before */
    placed_at: string | null;
  };
  /** long work that somebody asked for */
  errands: {
    seq: Generated<number>;
    id: string;
    person_id: string;
    kind: 'archive' | 'mailing';
    /** null: a mailing */
    assignment_id: string | null;
    course_id: string;
    form: ClassForm | null;
    state: Errand['state'];
    why: Errand['why'];
    done: number;
    total: number;
    asked_at: string;
    ended_at: string | null;
    bytes: number | null;
    fetched: number;
  };
  /** whom a mailing is for, and whether it has reached them, or why it was not sent to them */
  errand_people: {
    errand_id: string;
    person_id: string;
    state: 'waiting' | 'sent' | 'refused' | 'left' | 'has-password';
  };
  /** a judgement that a student asked for again, and what was answered; the two have one id */
  asked_again_events: {
    seq: Generated<number>;
    id: string;
    kind: 'asked' | 'answered';
    hand_in_id: string;
    person_id: string;
    text: string;
    given_at: string;
  };
  /** whose hand-in it is */
  hand_in_people: {
    hand_in_id: string;
    person_id: string;
    assignment_id: string;
    attempt: number;
    /** what the class list knew of the person then */
    fields: Generated<string>;
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
    rendering_key: string | null;
    /** null until it is sealed, and where the picture cannot be read */
    base_sha256: string | null;
    file_sha256: string | null;
    damaged: Generated<number>;
    /** of its capture, as others get it, a compact JWS; null until it is asked for */
    record: string | null;
    /** of the rendering of its whole capture, where that may be seen by whoever judges */
    whole_key: string | null;
  };
  /** what the checks found in a picture's pixels, with the version of the check that found it */
  facts: { sha256: string; check_name: string; version: number; facts: string; made_at: string };
  jobs: {
    id: Generated<number>;
    kind: string;
    subject: string;
    /** of what the job makes; another version is another job */
    version: number;
    /** whose work it is, so that each gets a turn; empty for nobody's */
    owner: string;
    state: 'queued' | 'running' | 'failed';
    tries: number;
    run_after: string;
    error: string | null;
  };
}
