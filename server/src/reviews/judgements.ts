import type { Assignment, GradeDocument, LevelNow, ReviewState, VerdictNow } from '@nachweis/contract';
import { gradeHandIn } from '@nachweis/core';
import { type RawBuilder, type Selectable, sql } from 'kysely';
import type { DbOrTrx } from '../db/database.ts';
import type { Tables } from '../db/tables.ts';
import { type Names, namesOf } from '../people/names.ts';
import { afterRelease, NOT_RELEASED } from './releases.ts';
import { type RemarkState, readRemarkEvents } from './remarkStates.ts';

/** What was said of one hand-in, as it follows from its events. */
export interface JudgementEvents {
  /** the last event on each must-show */
  verdicts: Map<string, VerdictEvent>;
  /** the last event on each criterion */
  levels: Map<string, LevelEvent>;
  adjustment: { units: number; reason: string; version: number; at: string } | null;
  remarks: RemarkState[];
  releasedAt: string | null;
  /** when it is set to be released, and that has not come yet */
  releasesAt: string | null;
  /** when something was last said, released or not */
  lastAt: string | null;
}

export interface VerdictEvent {
  verdict: VerdictNow['verdict'];
  version: number;
  /** of the write that it came with, as the browser calls it */
  writeId: string;
  givenBy: string;
  at: string;
}

export interface LevelEvent extends Omit<VerdictEvent, 'verdict'> {
  level: LevelNow['level'];
}

/** What the row of a verdict or a level says of its giving. */
export const givenIn = (
  row: Pick<Selectable<Tables['verdict_events']>, 'seq' | 'write_id' | 'given_by' | 'given_at'>,
) => ({
  version: row.seq,
  writeId: row.write_id,
  givenBy: row.given_by,
  at: row.given_at,
});

/** Which hand-ins are meant: one, or all of an assignment. */
export type Scope = { handInId: string } | { assignmentId: string };

const within = (scope: Scope): RawBuilder<boolean> =>
  'handInId' in scope
    ? sql<boolean>`hand_in_id = ${scope.handInId}`
    : sql<boolean>`hand_in_id IN (SELECT id FROM hand_ins WHERE assignment_id = ${scope.assignmentId})`;

/** The first marking; a further one is made without seeing it. */
export const FIRST_ROUND = 1;
export const SECOND_ROUND = 2;

/**
 * Whether an event is of the marking that is looked at. What somebody else had begun, whose second marking was taken back,
 * is not what the one who was asked after them says.
 * @param table the events
 */
const ofRound = (table: 'verdict_events' | 'level_events', round: number): RawBuilder<boolean> =>
  round === FIRST_ROUND
    ? sql<boolean>`round = ${round}`
    : sql<boolean>`round = ${round} AND given_by = (
        SELECT marker_id FROM second_marking_events AS asked
        WHERE asked.hand_in_id = ${sql.table(table)}.hand_in_id ORDER BY asked.seq DESC LIMIT 1)`;

/** What nobody has said anything of yet. */
export const UNJUDGED = (): Pick<JudgementEvents, 'verdicts' | 'levels' | 'adjustment'> => ({
  verdicts: new Map(),
  levels: new Map(),
  adjustment: null,
});

/**
 * Derives the judgement of each hand-in in the scope, by six queries however many there are.
 * @param at the time at which it is looked at: a release may be set for later
 */
export async function readJudgements(
  db: DbOrTrx,
  scope: Scope,
  at: string,
  round: number = FIRST_ROUND,
): Promise<(handInId: string) => JudgementEvents> {
  const found = new Map<string, JudgementEvents>();
  const of = (handInId: string): JudgementEvents => {
    const there = found.get(handInId);
    if (there) return there;
    const made = { ...UNJUDGED(), remarks: [], ...NOT_RELEASED, lastAt: null };
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
    .where(ofRound('verdict_events', round))
    .orderBy('seq')
    .execute();
  for (const row of verdicts) {
    const judgement = of(row.hand_in_id);
    judgement.verdicts.set(row.must_show_id, { verdict: row.verdict, ...givenIn(row) });
    said(judgement, row.given_at);
  }
  const levels = await db
    .selectFrom('level_events')
    .selectAll()
    .where(within(scope))
    .where(ofRound('level_events', round))
    .orderBy('seq')
    .execute();
  for (const row of levels) {
    const judgement = of(row.hand_in_id);
    judgement.levels.set(row.criterion_id, { level: row.level, ...givenIn(row) });
    said(judgement, row.given_at);
  }
  // Points by hand, remarks and the release belong to the judgement that the student sees.
  if (round !== FIRST_ROUND) return of;
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
  for (const remark of await readRemarkEvents(db, within(scope))) {
    const judgement = of(remark.handInId);
    said(judgement, remark.changedAt);
    if (!remark.gone) judgement.remarks.push(remark);
  }
  const releases = await db
    .selectFrom('release_events')
    .selectAll()
    .where(within(scope))
    .orderBy('seq')
    .execute();
  for (const row of releases) {
    const judgement = of(row.hand_in_id);
    Object.assign(judgement, afterRelease(judgement, row, at));
  }
  return of;
}

/**
 * Adds up a hand-in.
 * @param assignment as it is judged: the version it was handed in under, with what was corrected for all
 * @param lateSteps what `latenessOf` says of it
 */
export function gradeOf(
  assignment: Assignment,
  { verdicts, levels, adjustment }: JudgementEvents,
  lateSteps: number,
): GradeDocument {
  const shown = assignment.proofPoints
    .flatMap((point) => point.mustShows)
    .filter((mustShow) => mustShow.corrected?.counts !== false)
    .map(({ id, units }) => ({ units, verdict: verdicts.get(id)?.verdict ?? null }));
  const reached = assignment.criteria.map((criterion) => ({
    levels: criterion.levels.map((level) => level.units),
    level: levels.get(criterion.id)?.level ?? null,
  }));
  const { units = 0, reason = '' } = adjustment ?? {};
  const late = assignment.lateRule && { rule: assignment.lateRule, steps: lateSteps };
  const { bonusUnits: bonus, roundTo } = assignment;
  const beside = { adjustment: units, late, bonus, roundTo };
  return { ...gradeHandIn([...shown, ...reached], beside), lateSteps, adjustment: units, reason };
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

/** The levels as they are shown; to students without who gave them. */
export function levelsShown({ levels }: JudgementEvents, names: Names | null): Record<string, LevelNow> {
  return Object.fromEntries(
    [...levels].map(([id, { level, version, givenBy, at }]) => [
      id,
      { level, version, by: names ? names(givenBy) : '', at },
    ]),
  );
}

/** Names of all who said something. */
export const namesIn = (db: DbOrTrx, { verdicts, levels, remarks }: JudgementEvents): Promise<Names> =>
  namesOf(db, [
    ...[...verdicts.values(), ...levels.values()].map((v) => v.givenBy),
    ...remarks.flatMap((r) => [r.authorId, ...r.thread.map((entry) => entry.authorId)]),
  ]);
