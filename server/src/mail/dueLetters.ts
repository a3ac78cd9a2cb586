import { type MailKind, PRACTICE_ASSIGNMENT } from '@nachweis/contract';
import { readCourseAssignments } from '../assignments/documents.ts';
import { readGrants, termsFor } from '../assignments/terms.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readHandIns } from '../handIns/handInRows.ts';
import { readGroups } from '../people/groups.ts';
import { readRemoved } from '../people/removedEmail.ts';
import { readExempt } from '../reviews/exemptions.ts';
import { afterRelease, NOT_RELEASED, type ReleaseState } from '../reviews/releases.ts';

/** A letter that ought to be there. */
export interface DueLetter {
  kind: MailKind;
  subjectId: string;
  personId: string;
}

/** What is older when it is noticed is not told any more: the server was away for long. */
const LOOK_BACK_MS = 48 * 3_600_000;
/** Nothing that is due at a time can have been told of before this one. */
export const backFrom = (at: string): string => new Date(Date.parse(at) - LOOK_BACK_MS).toISOString();

/** So long before the due time somebody who has handed in nothing is reminded. */
const REMIND_MS = 24 * 3_600_000;

/**
 * Everything that a letter ought to tell of at a time, whether one is made or not: it follows from hand-ins, releases and
 * terms, so that nothing has to be told when something happens, and a release at a set time needs no clock of its own.
 *
 * @param start since when letters are sent at all
 */
export async function readDueLetters(db: DbOrTrx, at: string, start: string): Promise<DueLetter[]> {
  const back = backFrom(at);
  const since = start > back ? start : back;
  const letters = [
    ...(await receipts(db, since)),
    ...(await returns(db, at, since)),
    ...(await reminders(db, at)),
  ];
  const removed = await readRemoved(
    db,
    letters.map((letter) => letter.personId),
  );
  return letters.filter((letter) => !removed.has(letter.personId));
}

async function receipts(db: DbOrTrx, since: string): Promise<DueLetter[]> {
  const rows = await db
    .selectFrom('hand_ins')
    .innerJoin('hand_in_people', 'hand_in_people.hand_in_id', 'hand_ins.id')
    .innerJoin('assignments', 'assignments.id', 'hand_ins.assignment_id')
    .innerJoin('courses', 'courses.id', 'assignments.course_id')
    .select(['hand_ins.id', 'hand_in_people.person_id'])
    .where('hand_ins.sealed_at', '>=', since)
    // Practice and trials are nobody's hand-in.
    .where('hand_ins.assignment_id', '!=', PRACTICE_ASSIGNMENT)
    .where('courses.trial_for', 'is', null)
    .execute();
  return rows.map((row) => ({ kind: 'receipt', subjectId: row.id, personId: row.person_id }));
}

async function returns(db: DbOrTrx, at: string, since: string): Promise<DueLetter[]> {
  const recent = db
    .selectFrom('release_events')
    .select('hand_in_id')
    .where((eb) => eb.or([eb('given_at', '>=', since), eb('seen_at', '>=', since)]));
  const events = await db
    .selectFrom('release_events')
    .select(['hand_in_id', 'kind', 'given_at', 'seen_at'])
    .where('hand_in_id', 'in', recent)
    .orderBy('seq')
    .execute();
  const released = new Map<string, ReleaseState>();
  for (const event of events)
    released.set(event.hand_in_id, afterRelease(released.get(event.hand_in_id) ?? NOT_RELEASED, event, at));
  const people = await db
    .selectFrom('hand_in_people')
    .select(['hand_in_id', 'person_id'])
    .where('hand_in_id', 'in', recent)
    .execute();
  return people.flatMap(({ hand_in_id, person_id }): DueLetter[] => {
    const releasedAt = released.get(hand_in_id)?.releasedAt;
    // Released once more after it was taken back is another release.
    return releasedAt && releasedAt >= since
      ? [{ kind: 'returned', subjectId: `${hand_in_id} ${releasedAt}`, personId: person_id }]
      : [];
  });
}

async function reminders(db: DbOrTrx, at: string): Promise<DueLetter[]> {
  const courses = await db.selectFrom('courses').select('id').where('trial_for', 'is', null).execute();
  const soon = new Date(Date.parse(at) + REMIND_MS).toISOString();
  const letters: DueLetter[] = [];
  for (const assignment of await readCourseAssignments(
    db,
    courses.map((course) => course.id),
  )) {
    if (assignment.id === PRACTICE_ASSIGNMENT) continue;
    if (assignment.stage !== 'given' || assignment.opensAt > at) continue;
    const grants = await readGrants(db, assignment.id);
    const isSoon = (dueAt = '') => dueAt > at && dueAt <= soon;
    // Due neither for all nor for whom other times were granted: nothing else is read of it, round after round.
    if (![assignment.dueAt, ...grants.map(({ grant }) => grant.dueAt)].some(isSoon)) continue;
    const students = await db
      .selectFrom('members')
      .select('person_id')
      .where('course_id', '=', assignment.courseId)
      .where('role', '=', 'student')
      .execute();
    const done = new Set(
      (await readHandIns(db, assignment.id))
        .filter((handIn) => handIn.withdrawn_at === null)
        .flatMap((handIn) => handIn.personIds),
    );
    const exempt = await readExempt(db, assignment.id);
    const groupOf = await readGroups(db, assignment);
    for (const { person_id } of students) {
      if (done.has(person_id) || exempt.has(person_id)) continue;
      const { dueAt } = termsFor(assignment, grants, groupOf(person_id)?.personIds ?? [person_id]);
      // Another due time is another reminder.
      if (isSoon(dueAt))
        letters.push({ kind: 'reminder', subjectId: `${assignment.id} ${dueAt}`, personId: person_id });
    }
  }
  return letters;
}
