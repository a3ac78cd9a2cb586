import { randomUUID } from 'node:crypto';
import { type AssignmentDefinition, PRACTICE_ASSIGNMENT } from '@nachweis/contract';
import { readAssignment } from '../assignments/documents.ts';
import { enterAssignment } from '../assignments/enterAssignment.ts';
import { readTerms } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { grantColumn } from '../db/columns.ts';

/** The course in which everybody may practise. It has students only, and nobody grades. */
export const PRACTICE_COURSE = '7ac7ce00-0000-4000-8000-000000000001';

/** For so long one can practise, counted from asking for it. */
const DAYS = 7;
const DAY_MS = 86_400_000;
/** Less than this left, and asking again gives the whole time anew. */
const RENEW_MS = DAY_MS;

const DEFINITION: Omit<AssignmentDefinition, 'opensAt'> = {
  title: 'Practice: two pictures',
  brief:
    'Nobody grades this, and you can do it as often as you like. Take two pictures from the practice desk, say what is seen, hand in, and look at your receipt.',
  dueAt: '2100-01-01T00:00:00.000Z',
  lateUntil: null,
  attempts: 1000,
  statementPrompt: 'One sentence: what do the two pictures show?',
  nameRule: '{surname}_{point}',
  points: [
    {
      title: 'A window',
      instructions:
        'Press “Practice desk”, then “Curve Fitter”, then “Accept”. Press the letter a, drag the pin to the exponent, then “Done”.',
      needsPins: true,
      mustShows: [{ text: 'the fitted exponent', units: 100 }],
    },
    {
      title: 'A part of the screen',
      instructions:
        'Press “Practice desk” again, then “All displays”. Draw a frame around the Stage Table, then “Accept”.',
      mustShows: [{ text: 'all twelve rows', units: 100 }],
    },
  ],
};

/**
 * Lets a person practise: the course and its assignment are made when the first one asks, and each has a week from
 * asking. Asking again changes nothing as long as a day is left.
 * @returns the assignment's id
 */
export async function startPractice(context: Context, personId: string): Promise<{ assignmentId: string }> {
  const { db, now } = context;
  await db
    .insertInto('courses')
    .values({ id: PRACTICE_COURSE, title: 'Practice', time_zone: await zoneOf(context, personId) })
    .onConflict((c) => c.column('id').doNothing())
    .execute();
  await ensureAssignment(context);
  const at = now();
  await db.transaction().execute(async (trx) => {
    await trx
      .insertInto('members')
      .values({ course_id: PRACTICE_COURSE, person_id: personId, role: 'student' })
      .onConflict((c) => c.columns(['course_id', 'person_id']).doNothing())
      .execute();
    const assignment = await readAssignment(trx, PRACTICE_ASSIGNMENT);
    const { dueAt } = await readTerms(trx, assignment, personId);
    const left = Date.parse(dueAt) - at.getTime();
    if (left > RENEW_MS && dueAt !== assignment.dueAt) return;
    await trx
      .insertInto('term_events')
      .values({
        id: randomUUID(),
        assignment_id: PRACTICE_ASSIGNMENT,
        person_id: personId,
        grant_document: grantColumn.write({
          dueAt: new Date(at.getTime() + DAYS * DAY_MS).toISOString(),
        }),
        reason: 'Practice',
        given_by: personId,
        given_at: at.toISOString(),
      })
      .execute();
  });
  return { assignmentId: PRACTICE_ASSIGNMENT };
}

/** Two may ask for the first time at once: one of them makes it. */
async function ensureAssignment(context: Context): Promise<void> {
  const isThere = async () =>
    (await context.db
      .selectFrom('assignments')
      .select('id')
      .where('id', '=', PRACTICE_ASSIGNMENT)
      .executeTakeFirst()) !== undefined;
  if (await isThere()) return;
  const definition = { ...DEFINITION, opensAt: context.now().toISOString() };
  try {
    await enterAssignment(context, PRACTICE_COURSE, definition, { id: PRACTICE_ASSIGNMENT });
  } catch (error) {
    if (!(await isThere())) throw error;
  }
}

/** The zone of a course the person is in; of who is in none, UTC. */
async function zoneOf({ db }: Context, personId: string): Promise<string> {
  const row = await db
    .selectFrom('members')
    .innerJoin('courses', 'courses.id', 'members.course_id')
    .select('courses.time_zone')
    .where('members.person_id', '=', personId)
    .orderBy('courses.id')
    .executeTakeFirst();
  return row?.time_zone ?? 'UTC';
}
