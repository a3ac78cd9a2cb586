import { randomUUID } from 'node:crypto';
import type { ProofSheet } from '@nachweis/contract';
import { definitionOf } from '../assignments/definitions.ts';
import { readAssignment } from '../assignments/documents.ts';
import { enterAssignment } from '../assignments/enterAssignment.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';

/** For so long a trial is open, and so often it can be handed in. */
const DAYS = 7;
const DAY_MS = 86_400_000;
const ATTEMPTS = 100;

/**
 * Lets who writes an assignment do it as a student: a copy of it as it is saved now, in a course in which nobody else is
 * and nobody grades. It is open from now on, whatever the times of the real one. What the class list knows of the first
 * student stands for what it knows of every one. Asked again, it is the same copy until the assignment is changed.
 *
 * @returns the copy's id
 */
export async function startTrial(
  context: Context,
  personId: string,
  assignmentId: string,
): Promise<{ assignmentId: string }> {
  const { db, now } = context;
  const assignment = await readAssignment(db, assignmentId);
  const courseId = await ensureCourse(db, assignment.timeZone, personId);
  await playStudent(db, courseId, assignment.courseId, personId);
  const there = await db
    .selectFrom('trials')
    .innerJoin('assignments', 'assignments.id', 'trials.assignment_id')
    .select('assignments.id')
    .where('assignments.course_id', '=', courseId)
    .where('assignments.stage', '=', 'given')
    .where('of_id', '=', assignmentId)
    .where('of_version', '=', assignment.version)
    .executeTakeFirst();
  if (there) return { assignmentId: there.id };
  const { groupColumn: _, ...definition } = definitionOf(assignment);
  const at = now().getTime();
  const { id } = await enterAssignment(
    context,
    courseId,
    {
      ...definition,
      opensAt: new Date(at).toISOString(),
      dueAt: new Date(at + DAYS * DAY_MS).toISOString(),
      lateUntil: null,
      attempts: ATTEMPTS,
      // Its own, so that nothing here and there is mixed up.
      points: definition.points.map(({ id: _own, mustShows, ...point }) => ({
        ...point,
        mustShows: mustShows.map(({ text, units }) => ({ text, units })),
      })),
    },
    // For no student as long as it is not noted as a trial, so that a stop in between leaves nothing to be seen.
    { by: personId, stage: 'draft' },
  );
  await db.transaction().execute(async (trx) => {
    await endTrials(trx, courseId, assignmentId);
    await trx
      .insertInto('trials')
      .values({ assignment_id: id, of_id: assignmentId, of_version: assignment.version })
      .execute();
    await trx.updateTable('assignments').set({ stage: 'given' }).where('id', '=', id).execute();
  });
  return { assignmentId: id };
}

/** The course in which a person tries assignments; made when it is wanted for the first time, by two at once one. */
async function ensureCourse(db: DbOrTrx, timeZone: string, personId: string): Promise<string> {
  await db
    .insertInto('courses')
    .values({ id: randomUUID(), title: 'Trial', time_zone: timeZone, trial_for: personId })
    .onConflict((c) => c.doNothing())
    .execute();
  await db.updateTable('courses').set({ time_zone: timeZone }).where('trial_for', '=', personId).execute();
  const { id } = await db
    .selectFrom('courses')
    .select('id')
    .where('trial_for', '=', personId)
    .executeTakeFirstOrThrow();
  return id;
}

/** A student there, with what the class list of the real course knows of its first one. */
async function playStudent(
  db: DbOrTrx,
  courseId: string,
  realCourseId: string,
  personId: string,
): Promise<void> {
  const first = await db
    .selectFrom('members')
    .select('fields')
    .where('course_id', '=', realCourseId)
    .where('role', '=', 'student')
    .orderBy('person_id')
    .executeTakeFirst();
  const fields = first?.fields ?? '{}';
  await db
    .insertInto('members')
    .values({ course_id: courseId, person_id: personId, role: 'student', fields })
    .onConflict((c) => c.columns(['course_id', 'person_id']).doUpdateSet({ fields }))
    .execute();
}

/** A draft is there for no student. */
async function endTrials(trx: DbOrTrx, courseId: string, ofId: string): Promise<void> {
  await trx
    .updateTable('assignments')
    .set({ stage: 'draft' })
    .where('course_id', '=', courseId)
    .where('id', 'in', trx.selectFrom('trials').select('assignment_id').where('of_id', '=', ofId))
    .execute();
}

/** Ends a trial; an assignment that is none stays as it is. */
export async function endTrial({ db }: Context, assignmentId: string): Promise<void> {
  await db
    .updateTable('assignments')
    .set({ stage: 'draft' })
    .where('id', '=', assignmentId)
    .where('id', 'in', db.selectFrom('trials').select('assignment_id'))
    .execute();
}

/** Null where it is meant. */
export async function readTrialOf(db: DbOrTrx, assignmentId: string): Promise<ProofSheet['trialOf']> {
  const row = await db
    .selectFrom('trials')
    .select('of_id')
    .where('assignment_id', '=', assignmentId)
    .executeTakeFirst();
  return row ? { id: row.of_id, title: (await readAssignment(db, row.of_id)).title } : null;
}
