import type { Assignment, AssignmentCard } from '@nachweis/contract';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readCourseAssignments } from '../assignments/documents.ts';
import { readTerms } from '../assignments/terms.ts';
import { windowOf } from '../assignments/windowOf.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readClassOrder } from '../people/classList.ts';
import { readExempt } from '../reviews/exemptions.ts';
import { readLine } from '../reviews/line.ts';
import { counting, readOwnSummaries } from './handInSummaries.ts';

/**
 * The assignments of all courses of a person: first those past due that still ask something of them, the longest due
 * first; then the next due first; after them those past due, the latest first.
 */
export async function readCards({ db, now }: Context, personId: string): Promise<AssignmentCard[]> {
  const at = now().toISOString();
  const memberships = await db
    .selectFrom('members')
    .select(['course_id', 'role'])
    .where('person_id', '=', personId)
    .execute();
  const roles = new Map(memberships.map((m) => [m.course_id, m.role]));
  const assignments = await readCourseAssignments(db, [...roles.keys()]);
  const cards: AssignmentCard[] = [];
  for (const assignment of assignments) {
    const role = roles.get(assignment.courseId);
    if (role !== 'student') cards.push(await staffCard({ db }, assignment, at, role === 'instructor'));
    else if (assignment.stage !== 'draft') {
      const card = await studentCard({ db }, assignment, personId, at);
      // What was put away is of interest to who handed something in.
      if (assignment.stage === 'given' || ended(card)) cards.push(card);
    }
  }
  return cards.sort((a, b) => byDue(a, b, at));
}

function byDue(a: AssignmentCard, b: AssignmentCard, at: string): number {
  const [aPast, bPast] = [a, b].map((card) => card.dueAt < at && !asksStill(card));
  if (aPast !== bPast) return aPast ? 1 : -1;
  return aPast ? b.dueAt.localeCompare(a.dueAt) : a.dueAt.localeCompare(b.dueAt);
}

/** Whether a student can still hand in late, or a class waits for its judgement. */
function asksStill(card: AssignmentCard): boolean {
  if (card.as === 'staff') return card.stage === 'given' && card.waiting + card.marked > 0;
  return card.window === 'late' && !card.exempt && (card.state === 'to-do' || card.state === 'draft');
}

const ended = (card: AssignmentCard) =>
  card.as === 'student' && (card.state === 'handed-in' || card.state === 'returned');

const baseOf = ({ id, title, courseId, courseTitle, timeZone, mostUnits }: Assignment) => ({
  id,
  title,
  courseId,
  courseTitle,
  timeZone,
  mostUnits,
});

async function studentCard(
  { db }: Pick<Context, 'db'>,
  assignment: Assignment,
  personId: string,
  at: string,
): Promise<AssignmentCard> {
  const { attempts: _, ...times } = await readTerms(db, assignment, personId);
  const summaries = await readOwnSummaries(db, assignment.id, personId, at);
  const pictures = await db
    .selectFrom('evidence')
    .select(['capture_id', 'rendering_key', 'proof_point_id'])
    .where('assignment_id', '=', assignment.id)
    .where('student_id', '=', personId)
    .where('removed_at', 'is', null)
    .execute();
  const newest = summaries.find((one) => one.withdrawnAt === null);
  const handedIn = newest
    ? await db
        .selectFrom('hand_in_items')
        .select(['capture_id', 'rendering_key'])
        .where('hand_in_id', '=', newest.id)
        .execute()
    : [];
  const isHandedIn = ({ capture_id, rendering_key }: (typeof pictures)[number]) =>
    handedIn.some((item) =>
      rendering_key === null ? item.capture_id === capture_id : item.rendering_key === rendering_key,
    );
  const needing = assignment.proofPoints.filter(({ requirements }) => requirements.minPictures > 0);
  const served = needing.filter(
    ({ id, requirements }) =>
      pictures.filter((one) => one.proof_point_id === id).length >= requirements.minPictures,
  );
  const counts = counting(summaries, assignment.counts);
  return {
    ...baseOf(assignment),
    ...times,
    window: windowOf(assignment, times, at),
    as: 'student',
    state: counts ? (counts.releasedAt ? 'returned' : 'handed-in') : pictures.length > 0 ? 'draft' : 'to-do',
    exempt: (await readExempt(db, assignment.id)).has(personId),
    lateHandIn: counts?.late ?? false,
    pictures: pictures.length,
    withPictures: served.length,
    needPictures: needing.length,
    notHandedIn: pictures.filter((one) => !isHandedIn(one)).length,
    statement: assignment.needsStatement ? await statementState(db, assignment.id, personId) : 'not-asked',
    totalUnits: counts?.totalUnits ?? null,
  };
}

async function statementState(
  db: DbOrTrx,
  assignmentId: string,
  personId: string,
): Promise<'missing' | 'written'> {
  const draft = await db
    .selectFrom('drafts')
    .select('statement')
    .where('assignment_id', '=', assignmentId)
    .where('student_id', '=', personId)
    .executeTakeFirst();
  return draft?.statement.trim() ? 'written' : 'missing';
}

async function staffCard(
  { db }: Pick<Context, 'db'>,
  assignment: Assignment,
  at: string,
  manages: boolean,
): Promise<AssignmentCard> {
  const { opensAt, dueAt, lateUntil } = assignment;
  const line = await readLine(db, assignment.id, await readClassOrder(db, assignment.courseId), at);
  const { students } = await db
    .selectFrom('members')
    .select((eb) => eb.fn.countAll<number>().as('students'))
    .where('course_id', '=', assignment.courseId)
    .where('role', '=', 'student')
    .executeTakeFirstOrThrow();
  const inState = (state: string) => line.filter((entry) => entry.state === state).length;
  return {
    ...baseOf(asJudged(assignment, await readCorrections(db, assignment.id))),
    ...{ opensAt, dueAt, lateUntil },
    window: windowOf(assignment, assignment, at),
    as: 'staff',
    stage: assignment.stage,
    manages,
    handIns: line.length,
    students,
    waiting: inState('waiting'),
    marked: inState('marked'),
    released: inState('released'),
  };
}
