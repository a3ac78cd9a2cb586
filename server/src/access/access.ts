import type { Access, Endpoint, Role } from '@nachweis/contract';
import type { Context } from '../context.ts';
import { HttpProblem, notFound } from '../http/problem.ts';

/** The signed-in person of a request. */
export interface Actor {
  personId: string;
}

interface Question {
  actor: Actor | null;
  params: Record<string, string>;
  body: unknown;
}

const STAFF: readonly Role[] = ['instructor', 'marker'];

/**
 * The one place that decides whether a person may call an endpoint for the object it names.
 * What lies in a course the person is not in is "not found", so that nothing can be learned by guessing ids; what lies
 * in an own course but is not for one's role is "forbidden".
 *
 * @throws HttpProblem `signed-out`, `not-found` or `forbidden`
 */
export async function authorise(context: Context, endpoint: Endpoint, question: Question): Promise<void> {
  if (endpoint.access === 'public') return;
  if (!question.actor)
    throw new HttpProblem('signed-out', 'Your session has ended. Sign in again; what you made here is kept.');
  await RULES[endpoint.access](context, question.actor, question);
}

type Rule = (context: Context, actor: Actor, question: Question) => Promise<void>;

const RULES: Record<Exclude<Access, 'public'>, Rule> = {
  person: async () => {},
  'course-member': (c, actor, q) => requireRole(c, actor, assignmentOf(q), ['student', ...STAFF]),
  'course-student': (c, actor, q) => requireRole(c, actor, assignmentOf(q), ['student']),
  'course-staff': (c, actor, q) => requireRole(c, actor, assignmentOf(q), STAFF),
  'course-instructor': (c, actor, q) => requireRole(c, actor, assignmentOf(q), ['instructor']),

  /** A capture that does not exist yet is made by whoever names it. */
  'own-capture': async ({ db }, actor, q) => {
    const row = await db
      .selectFrom('captures')
      .select('owner_id')
      .where('id', '=', q.params.captureId ?? '')
      .executeTakeFirst();
    if (row && row.owner_id !== actor.personId) throw notFound('The capture');
  },

  'own-evidence': async (context, actor, q) => {
    const { db } = context;
    const row = await db
      .selectFrom('evidence')
      .select('student_id')
      .where('id', '=', q.params.evidenceId ?? '')
      .executeTakeFirst();
    if (row) {
      if (row.student_id !== actor.personId) throw notFound('The evidence');
      return;
    }
    const body = q.body as { assignmentId?: string; captureId?: string } | undefined;
    if (!body?.assignmentId || !body.captureId) throw notFound('The evidence');
    await requireRole(context, actor, body.assignmentId, ['student']);
    const capture = await db
      .selectFrom('captures')
      .select('owner_id')
      .where('id', '=', body.captureId)
      .executeTakeFirst();
    if (capture?.owner_id !== actor.personId) throw notFound('The capture');
  },

  'own-hand-in': async ({ db }, actor, q) => {
    const row = await db
      .selectFrom('hand_ins')
      .select('student_id')
      .where('id', '=', q.params.handInId ?? '')
      .executeTakeFirst();
    if (row?.student_id !== actor.personId) throw notFound('The hand-in');
  },
  'hand-in-staff': (c, actor, q) => requireHandInRole(c, actor, q.params.handInId ?? '', STAFF),
  'hand-in-instructor': (c, actor, q) => requireHandInRole(c, actor, q.params.handInId ?? '', ['instructor']),
};

function assignmentOf(question: Question): string {
  return question.params.assignmentId ?? '';
}

/** The person's role in the course of an assignment; null when there is none. */
export async function roleInAssignment(
  { db }: Context,
  actor: Actor,
  assignmentId: string,
): Promise<Role | null> {
  const row = await db
    .selectFrom('assignments')
    .innerJoin('members', 'members.course_id', 'assignments.course_id')
    .select('members.role')
    .where('assignments.id', '=', assignmentId)
    .where('members.person_id', '=', actor.personId)
    .executeTakeFirst();
  return row?.role ?? null;
}

async function requireRole(
  context: Context,
  actor: Actor,
  assignmentId: string,
  roles: readonly Role[],
): Promise<void> {
  const role = await roleInAssignment(context, actor, assignmentId);
  if (!role) throw notFound('The assignment');
  if (!roles.includes(role)) {
    throw new HttpProblem(
      'forbidden',
      `This is not for ${role === 'student' ? 'students' : `${role}s`} of the course.`,
    );
  }
}

async function requireHandInRole(
  context: Context,
  actor: Actor,
  handInId: string,
  roles: readonly Role[],
): Promise<void> {
  const row = await context.db
    .selectFrom('hand_ins')
    .select('assignment_id')
    .where('id', '=', handInId)
    .executeTakeFirst();
  if (!row) throw notFound('The hand-in');
  await requireRole(context, actor, row.assignment_id, roles);
}

/** Files that have an address: a capture as it came in, and the base, the file and the thumbnail of a handed-in picture. */
export type FileKind = 'capture' | 'capture-thumb' | 'base' | 'file' | 'thumb';

/**
 * Whether a person may fetch a file. A capture is its owner's alone, because it still holds what was framed away or
 * hidden; what was handed in is the student's and the course staff's.
 */
export async function mayFetchFile(
  context: Context,
  actor: Actor,
  kind: FileKind,
  id: string,
): Promise<boolean> {
  const { db } = context;
  if (kind === 'capture' || kind === 'capture-thumb') {
    const row = await db.selectFrom('captures').select('owner_id').where('id', '=', id).executeTakeFirst();
    return row?.owner_id === actor.personId;
  }
  const row = await db
    .selectFrom('hand_in_items')
    .innerJoin('hand_ins', 'hand_ins.id', 'hand_in_items.hand_in_id')
    .select(['hand_ins.student_id', 'hand_ins.assignment_id'])
    .where('hand_in_items.id', '=', id)
    .executeTakeFirst();
  if (!row) return false;
  if (row.student_id === actor.personId) return true;
  const role = await roleInAssignment(context, actor, row.assignment_id);
  return role !== null && STAFF.includes(role);
}
