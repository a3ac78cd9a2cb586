import { randomInt } from 'node:crypto';
import type { OwnSecondMarkings, SecondOrder } from '@nachweis/contract';
import { type SecondMarker, secondMarkerOf } from '../access/secondMarkers.ts';
import { readAssignment, readCourseAssignments } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { handInNumber, readHandIns, replacementOf } from '../handIns/handInRows.ts';
import { HttpProblem, notFound } from '../http/problem.ts';

/** Who marks each hand-in of an assignment a second time, of those for which somebody is asked. */
export async function readSecondMarkers(
  db: DbOrTrx,
  assignmentId: string,
): Promise<Map<string, SecondMarker>> {
  const rows = await db
    .selectFrom('second_marking_events as event')
    .innerJoin('hand_ins', 'hand_ins.id', 'event.hand_in_id')
    .select(['event.hand_in_id', 'event.marker_id', 'event.kind', 'event.given_at', 'event.given_by'])
    .where('hand_ins.assignment_id', '=', assignmentId)
    .orderBy('event.seq')
    .execute();
  const markers = new Map<string, SecondMarker>();
  for (const { hand_in_id, marker_id, kind, given_at, given_by } of rows) {
    if (kind === 'taken-back') markers.delete(hand_in_id);
    else
      markers.set(hand_in_id, {
        markerId: marker_id,
        doneAt: kind === 'done' ? given_at : null,
        by: given_by,
      });
  }
  return markers;
}

/**
 * Asks somebody of the staff to mark hand-ins a second time: those that count, that nobody is asked for yet, and that
 * this person has not judged or seen judged first. What was drawn is kept; the same order again draws nothing.
 *
 * @throws HttpProblem `not-found` for somebody who is not of the staff, or a hand-in of another assignment;
 *   `marked-already` where nothing is left to be asked for
 */
export async function orderSecondMarking(
  { db, now }: Context,
  personId: string,
  assignmentId: string,
  { id, markerId, share }: SecondOrder,
): Promise<void> {
  await db.transaction().execute(async (trx) => {
    const again = await trx
      .selectFrom('second_marking_events')
      .select('seq')
      .where('order_id', '=', id)
      .limit(1)
      .executeTakeFirst();
    if (again) return;
    const assignment = await readAssignment(trx, assignmentId);
    const marker = await trx
      .selectFrom('members')
      .select('role')
      .where('course_id', '=', assignment.courseId)
      .where('person_id', '=', markerId)
      .where('role', '!=', 'student')
      .executeTakeFirst();
    if (!marker) throw notFound('person');
    const handIns = await readHandIns(trx, assignmentId);
    if (share.kind === 'chosen' && share.handInIds.some((one) => !handIns.some((h) => h.id === one)))
      throw notFound('hand-in');
    const asked = await readSecondMarkers(trx, assignmentId);
    const judgedByThem = await readJudgedBy(trx, assignmentId, markerId);
    const free = handIns.filter(
      (handIn) =>
        handIn.withdrawn_at === null &&
        !replacementOf(handIn, handIns, assignment.counts) &&
        !asked.has(handIn.id) &&
        !judgedByThem.has(handIn.id) &&
        (share.kind !== 'chosen' || share.handInIds.includes(handIn.id)),
    );
    if (free.length === 0) throw new HttpProblem('marked-already', {});
    const count =
      share.kind === 'random' ? Math.max(1, Math.round((free.length * share.percent) / 100)) : free.length;
    for (const { id: hand_in_id } of drawn(free, count))
      await trx
        .insertInto('second_marking_events')
        .values({
          order_id: id,
          hand_in_id,
          marker_id: markerId,
          kind: 'asked',
          given_by: personId,
          given_at: now().toISOString(),
        })
        .execute();
  });
}

/** So many of them, each as likely as every other: the beginning of a Fisher-Yates shuffle. */
function drawn<T>(all: readonly T[], count: number): T[] {
  const left = [...all];
  for (let i = 0; i < count; i++) {
    const j = randomInt(i, left.length);
    [left[i], left[j]] = [left[j] as T, left[i] as T];
  }
  return left.slice(0, count);
}

/** Hand-ins on which somebody gave a verdict or a level in the first marking. */
async function readJudgedBy(db: DbOrTrx, assignmentId: string, personId: string): Promise<Set<string>> {
  const found = new Set<string>();
  for (const table of ['verdict_events', 'level_events'] as const) {
    const rows = await db
      .selectFrom(table)
      .innerJoin('hand_ins', 'hand_ins.id', `${table}.hand_in_id`)
      .select('hand_ins.id')
      .distinct()
      .where('hand_ins.assignment_id', '=', assignmentId)
      .where(`${table}.given_by`, '=', personId)
      .where(`${table}.round`, '=', 1)
      .execute();
    for (const row of rows) found.add(row.id);
  }
  return found;
}

/** Asks for no second marking any more. @throws HttpProblem `marked-already` when it is done */
export async function takeSecondMarkingBack(
  { db, now }: Context,
  personId: string,
  handInId: string,
): Promise<void> {
  await db.transaction().execute(async (trx) => {
    const marker = await secondMarkerOf(trx, handInId);
    if (!marker) return;
    if (marker.doneAt) throw new HttpProblem('marked-already', {});
    await appendTask(trx, handInId, marker.markerId, 'taken-back', personId, now().toISOString());
  });
}

export async function appendTask(
  trx: DbOrTrx,
  hand_in_id: string,
  marker_id: string,
  kind: 'taken-back' | 'done',
  given_by: string,
  given_at: string,
): Promise<void> {
  await trx
    .insertInto('second_marking_events')
    .values({ order_id: `${kind} ${given_at}`, hand_in_id, marker_id, kind, given_by, given_at })
    .execute();
}

/** The hand-ins of an assignment that a person marks a second time, by number. */
export async function readOwnTasks(
  db: DbOrTrx,
  personId: string,
  assignmentId: string,
): Promise<Array<{ handInId: string; done: boolean }>> {
  const markers = await readSecondMarkers(db, assignmentId);
  return (await readHandIns(db, assignmentId))
    .filter((handIn) => handIn.withdrawn_at === null && markers.get(handIn.id)?.markerId === personId)
    .sort((a, b) => handInNumber(a).localeCompare(handInNumber(b)))
    .map((handIn) => ({ handInId: handIn.id, done: markers.get(handIn.id)?.doneAt !== null }));
}

/** What a person marks a second time, in the courses where they are of the staff. */
export async function readOwnSecondMarkings({ db }: Context, personId: string): Promise<OwnSecondMarkings> {
  const courses = await db
    .selectFrom('members')
    .select('course_id')
    .where('person_id', '=', personId)
    .where('role', '!=', 'student')
    .execute();
  const assignments: OwnSecondMarkings['assignments'] = [];
  for (const { id, title, courseTitle } of await readCourseAssignments(
    db,
    courses.map((row) => row.course_id),
  )) {
    const tasks = await readOwnTasks(db, personId, id);
    if (tasks.length === 0) continue;
    const next = tasks.find((task) => !task.done);
    assignments.push({
      assignmentId: id,
      title,
      courseTitle,
      count: tasks.length,
      done: tasks.filter((task) => task.done).length,
      nextHref: next ? `/hand-ins/${next.handInId}/second` : null,
    });
  }
  return { assignments };
}
