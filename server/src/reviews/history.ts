import type { Assignment, GradeHistory, HistoryEntry } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readAssignment } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readHandIn } from '../handIns/handInRows.ts';
import { namesOf } from '../people/names.ts';
import { FIRST_ROUND, givenIn, gradeOf, type JudgementEvents, UNJUDGED } from './judgements.ts';
import { latenessOf } from './lateness.ts';
import { NOT_RELEASED } from './releases.ts';

/** One event, and what it does to what was said so far. */
interface Step {
  at: string;
  by: string;
  reason: string;
  /** says what it changed, given how things stood */
  apply: (so: Standing) => HistoryEntry['change'];
}

/** How things stand after some events. */
interface Standing extends Pick<JudgementEvents, 'verdicts' | 'levels' | 'adjustment'> {
  /** how many of the corrections are made */
  corrections: number;
}

/**
 * How the points of a hand-in came to be what they are: every verdict, level, adjustment, correction and release in order, with
 * all points before and after it, counted by the function that grades.
 */
export async function readHistory({ db }: Context, handInId: string): Promise<GradeHistory> {
  const handIn = await readHandIn(db, handInId);
  const assignment = await readAssignment(db, handIn.assignment_id, handIn.version);
  const codes = new Map(
    assignment.proofPoints.flatMap(({ code, mustShows }) =>
      mustShows.map(({ id, letter }) => [id, `${code}${letter}`] as const),
    ),
  );
  const corrections = (await readCorrections(db, assignment.id)).filter((one) => codes.has(one.mustShowId));
  const late = latenessOf(assignment, await readGrants(db, assignment.id), handIn);
  const steps = [
    ...(await judged(db, handInId, codes)),
    ...(await levelled(db, handInId, assignment)),
    ...corrections.map(
      ({ mustShowId, worth, reason, givenBy, givenAt }, index): Step => ({
        at: givenAt,
        by: givenBy,
        reason,
        apply(so) {
          so.corrections = index + 1;
          const units = assignment.proofPoints
            .flatMap((point) => point.mustShows)
            .find((one) => one.id === mustShowId)?.units;
          const to = worth === 'as-written' ? (units ?? 0) : worth;
          return { kind: 'correction', code: codes.get(mustShowId) ?? '', to };
        },
      }),
    ),
    ...(await released(db, handInId)),
  ].sort((a, b) => a.at.localeCompare(b.at));
  const so: Standing = { ...UNJUDGED(), corrections: 0 };
  const total = () =>
    gradeOf(
      asJudged(assignment, corrections.slice(0, so.corrections)),
      { ...so, remarks: [], ...NOT_RELEASED, lastAt: null },
      late,
    ).total;
  const names = await namesOf(
    db,
    steps.map((step) => step.by),
  );
  let before = total();
  const entries = steps.map(({ at, by, reason, apply }) => {
    const change = apply(so);
    const after = total();
    const entry: HistoryEntry = { at, by: names(by), change, reason, before, after };
    before = after;
    return entry;
  });
  return { handInId, entries };
}

async function judged(db: DbOrTrx, handInId: string, codes: ReadonlyMap<string, string>): Promise<Step[]> {
  const verdicts = await db
    .selectFrom('verdict_events')
    .selectAll()
    .where('hand_in_id', '=', handInId)
    .where('round', '=', FIRST_ROUND)
    .orderBy('seq')
    .execute();
  const adjustments = await db
    .selectFrom('adjustment_events')
    .selectAll()
    .where('hand_in_id', '=', handInId)
    .orderBy('seq')
    .execute();
  return [
    ...verdicts.map(
      (row): Step => ({
        at: row.given_at,
        by: row.given_by,
        reason: '',
        apply({ verdicts: standing }) {
          const from: Verdict | null = standing.get(row.must_show_id)?.verdict ?? null;
          standing.set(row.must_show_id, { verdict: row.verdict, ...givenIn(row) });
          return { kind: 'verdict', code: codes.get(row.must_show_id) ?? '', from, to: row.verdict };
        },
      }),
    ),
    ...adjustments.map(
      ({ units, reason, seq, given_by, given_at }): Step => ({
        at: given_at,
        by: given_by,
        reason,
        apply(so) {
          const from = so.adjustment?.units ?? 0;
          so.adjustment = { units, reason, version: seq, at: given_at };
          return { kind: 'adjustment', from, to: units };
        },
      }),
    ),
  ];
}

async function levelled(db: DbOrTrx, handInId: string, { criteria }: Assignment): Promise<Step[]> {
  const rows = await db
    .selectFrom('level_events')
    .selectAll()
    .where('hand_in_id', '=', handInId)
    .where('round', '=', FIRST_ROUND)
    .orderBy('seq')
    .execute();
  return rows.map((row) => {
    const { criterion_id, level, given_by, given_at } = row;
    const criterion = criteria.find((one) => one.id === criterion_id);
    const words = (place: number | null) => (place === null ? null : (criterion?.levels[place]?.text ?? ''));
    return {
      at: given_at,
      by: given_by,
      reason: '',
      apply({ levels }) {
        const from = levels.get(criterion_id)?.level ?? null;
        levels.set(criterion_id, { level, ...givenIn(row) });
        return { kind: 'level', title: criterion?.title ?? '', from: words(from), to: words(level) };
      },
    };
  });
}

async function released(db: DbOrTrx, handInId: string): Promise<Step[]> {
  const rows = await db
    .selectFrom('release_events')
    .selectAll()
    .where('hand_in_id', '=', handInId)
    .orderBy('seq')
    .execute();
  return rows.map(({ kind, seen_at, reason, given_by, given_at }) => ({
    at: given_at,
    by: given_by,
    reason,
    apply: () => (kind === 'taken-back' ? { kind } : { kind, seenAt: seen_at }),
  }));
}
