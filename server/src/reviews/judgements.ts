import type { Assignment, GradeDocument, Remark, ReviewState, VerdictNow } from '@nachweis/contract';
import { gradeHandIn } from '@nachweis/core';
import { type RawBuilder, sql } from 'kysely';
import type { DbOrTrx } from '../db/database.ts';
import { type Names, namesOf } from '../people/names.ts';

/** What was said of one hand-in, as it follows from its events. */
export interface JudgementEvents {
  /** the last event on each must-show */
  verdicts: Map<string, VerdictEvent>;
  adjustment: { units: number; reason: string; version: number; at: string } | null;
  remarks: RemarkEvent[];
  releasedAt: string | null;
  /** when something was last said, released or not */
  lastAt: string | null;
}

export interface VerdictEvent {
  verdict: VerdictNow['verdict'];
  version: number;
  givenBy: string;
  at: string;
}

interface RemarkEvent {
  id: string;
  itemId: string | null;
  x: number | null;
  y: number | null;
  text: string;
  authorId: string;
  writtenAt: string;
  version: number;
}

/** Which hand-ins are meant: one, or all of an assignment. */
export type Scope = { handInId: string } | { assignmentId: string };

const within = (scope: Scope): RawBuilder<boolean> =>
  'handInId' in scope
    ? sql<boolean>`hand_in_id = ${scope.handInId}`
    : sql<boolean>`hand_in_id IN (SELECT id FROM hand_ins WHERE assignment_id = ${scope.assignmentId})`;

/** The first marking; a further one is made without seeing it. */
export const FIRST_ROUND = 1;

/** Derives the judgement of each hand-in in the scope, by four queries however many there are. */
export async function readJudgements(
  db: DbOrTrx,
  scope: Scope,
  round: number = FIRST_ROUND,
): Promise<(handInId: string) => JudgementEvents> {
  const found = new Map<string, JudgementEvents>();
  const of = (handInId: string): JudgementEvents => {
    const there = found.get(handInId);
    if (there) return there;
    const made = { verdicts: new Map(), adjustment: null, remarks: [], releasedAt: null, lastAt: null };
    found.set(handInId, made);
    return made;
  };
  const said = (judgement: JudgementEvents, at: string) => {
    if (judgement.lastAt === null || at > judgement.lastAt) judgement.lastAt = at;
  };
  const verdicts = await db
    .selectFrom('verdict_events')
    .selectAll()
    .where(within(scope))
    .where('round', '=', round)
    .orderBy('seq')
    .execute();
  for (const row of verdicts) {
    const judgement = of(row.hand_in_id);
    const { verdict, seq: version, given_by: givenBy, given_at: at } = row;
    judgement.verdicts.set(row.must_show_id, { verdict, version, givenBy, at });
    said(judgement, at);
  }
  const adjustments = await db
    .selectFrom('adjustment_events')
    .selectAll()
    .where(within(scope))
    .orderBy('seq')
    .execute();
  for (const row of adjustments) {
    const judgement = of(row.hand_in_id);
    judgement.adjustment = { units: row.units, reason: row.reason, version: row.seq, at: row.given_at };
    said(judgement, row.given_at);
  }
  await readRemarks(db, scope, of, said);
  const releases = await db
    .selectFrom('release_events')
    .selectAll()
    .where(within(scope))
    .orderBy('seq')
    .execute();
  for (const row of releases) of(row.hand_in_id).releasedAt ??= row.given_at;
  return of;
}

async function readRemarks(
  db: DbOrTrx,
  scope: Scope,
  of: (handInId: string) => JudgementEvents,
  said: (judgement: JudgementEvents, at: string) => void,
): Promise<void> {
  const rows = await db.selectFrom('remark_events').selectAll().where(within(scope)).orderBy('seq').execute();
  for (const row of rows) {
    const judgement = of(row.hand_in_id);
    const place = judgement.remarks.findIndex((remark) => remark.id === row.remark_id);
    const first = judgement.remarks[place];
    said(judgement, row.written_at);
    if (row.text === null) {
      if (first) judgement.remarks.splice(place, 1);
      continue;
    }
    // A remark that was changed stays where it was written first.
    judgement.remarks.splice(first ? place : judgement.remarks.length, first ? 1 : 0, {
      id: row.remark_id,
      itemId: row.item_id,
      x: row.x,
      y: row.y,
      text: row.text,
      authorId: row.author_id,
      writtenAt: first?.writtenAt ?? row.written_at,
      version: row.seq,
    });
  }
}

/**
 * Adds up a hand-in.
 * @param assignment as it is judged: the version it was handed in under, with what was corrected for all
 */
export function gradeOf(assignment: Assignment, { verdicts, adjustment }: JudgementEvents): GradeDocument {
  const judged = assignment.proofPoints
    .flatMap((point) => point.mustShows)
    .filter((mustShow) => mustShow.corrected?.counts !== false)
    .map(({ id, units }) => ({ units, verdict: verdicts.get(id)?.verdict ?? null }));
  const { units = 0, reason = '' } = adjustment ?? {};
  return { ...gradeHandIn(judged, units), adjustment: units, reason };
}

export const stateOf = (releasedAt: string | null, open: number): ReviewState =>
  releasedAt ? 'released' : open === 0 ? 'marked' : 'waiting';

/** The verdicts as they are shown; to students without who gave them. */
export function verdictsShown(
  { verdicts }: JudgementEvents,
  names: Names | null,
): Record<string, VerdictNow> {
  return Object.fromEntries(
    [...verdicts].map(([id, { verdict, version, givenBy, at }]) => [
      id,
      { verdict, version, by: names ? names(givenBy) : '', at },
    ]),
  );
}

export function remarksShown({ remarks }: JudgementEvents, names: Names, readerId: string): Remark[] {
  return remarks.map(({ authorId, ...remark }) => ({
    ...remark,
    author: names(authorId),
    own: authorId === readerId,
  }));
}

/** Names of all who said something. */
export const namesIn = (db: DbOrTrx, { verdicts, remarks }: JudgementEvents): Promise<Names> =>
  namesOf(db, [...[...verdicts.values()].map((v) => v.givenBy), ...remarks.map((r) => r.authorId)]);
