import type { Verdict } from '@nachweis/core';
import type { Generated } from 'kysely';

/** Rows that are only ever added to; what holds now is derived from them. */
export interface EventTables {
  /** other times and attempts for one person */
  term_events: {
    seq: Generated<number>;
    id: string;
    assignment_id: string;
    person_id: string;
    grant_document: string;
    reason: string;
    given_by: string;
    given_at: string;
  };
  /** changes of what a must-show is worth, for all that was handed in */
  correction_events: {
    seq: Generated<number>;
    id: string;
    assignment_id: string;
    must_show_id: string;
    kind: 'points' | 'dropped' | 'as-written';
    units: number | null;
    reason: string;
    given_by: string;
    given_at: string;
  };
  /** who need not hand in, and why */
  exemption_events: {
    seq: Generated<number>;
    id: string;
    assignment_id: string;
    person_id: string;
    exempt: 0 | 1;
    reason: string;
    given_by: string;
    given_at: string;
  };
  verdict_events: {
    seq: Generated<number>;
    /** the write that it came with */
    write_id: string;
    hand_in_id: string;
    must_show_id: string;
    /** 1 for the first marking */
    round: number;
    /** null: cleared */
    verdict: Verdict | null;
    given_by: string;
    given_at: string;
  };
  level_events: {
    seq: Generated<number>;
    /** the write that it came with */
    write_id: string;
    hand_in_id: string;
    criterion_id: string;
    /** 1 for the first marking */
    round: number;
    /** from 0; null: cleared */
    level: number | null;
    given_by: string;
    given_at: string;
  };
  /** who judges a student's hand-ins first */
  share_events: {
    seq: Generated<number>;
    write_id: string;
    assignment_id: string;
    student_id: string;
    /** null: nobody in particular */
    marker_id: string | null;
    given_by: string;
    given_at: string;
  };
  /** who is asked to mark a hand-in a second time; the last one of a hand-in holds */
  second_marking_events: {
    seq: Generated<number>;
    /** of the order that it came with */
    order_id: string;
    hand_in_id: string;
    marker_id: string;
    kind: 'asked' | 'taken-back' | 'done';
    given_by: string;
    given_at: string;
  };
  /** what was decided where two markers differ */
  settlement_events: {
    seq: Generated<number>;
    id: string;
    hand_in_id: string;
    /** a must-show or a criterion */
    question_id: string;
    /** in the order of what can be said of it, from 0 */
    place: number;
    /** what the first marker had said; null in further decisions of the same question */
    first_place: number | null;
    first_by: string | null;
    first_at: string | null;
    reason: string;
    given_by: string;
    given_at: string;
  };
  adjustment_events: {
    seq: Generated<number>;
    id: string;
    hand_in_id: string;
    units: number;
    reason: string;
    given_by: string;
    given_at: string;
  };
  remark_events: {
    seq: Generated<number>;
    remark_id: string;
    hand_in_id: string;
    item_id: string | null;
    x: number | null;
    y: number | null;
    shape: Generated<'point' | 'box' | 'ring'>;
    width: number | null;
    height: number | null;
    sign: 'right' | 'wrong' | 'query' | null;
    must_show_id: string | null;
    picture_id: string | null;
    /** null: taken away */
    text: string | null;
    author_id: string;
    written_at: string;
  };
  /** answers to remarks, and whether those are settled */
  thread_events: {
    seq: Generated<number>;
    id: string;
    remark_id: string;
    hand_in_id: string;
    author_id: string;
    /** empty where it only says whether it is settled */
    text: string;
    /** null: says nothing about it */
    settled: 0 | 1 | null;
    written_at: string;
  };
  release_events: {
    seq: Generated<number>;
    hand_in_id: string;
    kind: Generated<'released' | 'taken-back'>;
    /** when the student sees it; null: at once */
    seen_at: string | null;
    reason: Generated<string>;
    given_by: string;
    given_at: string;
  };
}
