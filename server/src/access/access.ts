import type { Access, Endpoint, Role } from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem, notFound, type Thing } from '../http/problem.ts';
import { roleInCourse } from './roles.ts';
import { readOpenSecondMarkings, secondMarkerOf } from './secondMarkers.ts';

/** The signed-in person of a request. */
export interface Actor {
  personId: string;
}

interface Question {
  actor: Actor | null;
  params: Record<string, string>;
  query: unknown;
  body: unknown;
}

const STAFF: readonly Role[] = ['instructor', 'marker'];

/**
 * The one place that decides whether a person may call an endpoint for the objects it names, in its address, its query
 * or its body. What is not theirs to see gets the same answer, word for word, as what is not there, so that nothing can
 * be learned by guessing ids; what lies in an own course but is not for one's role is "forbidden".
 *
 * @throws HttpProblem `signed-out`, `not-found` or `forbidden`
 */
export async function authorise({ db }: Context, endpoint: Endpoint, question: Question): Promise<void> {
  if (endpoint.access === 'public') return;
  if (!question.actor) throw new HttpProblem('signed-out');
  await RULES[endpoint.access](db, question.actor, question);
  if (isClosedToBlind(endpoint)) await requireNotBlind(db, question.actor, question.params);
}

/** Kinds of access by which one may read what somebody judged. */
const AS_STAFF: readonly Access[] = [
  'course-staff',
  'course-instructor',
  'hand-in-party',
  'hand-in-staff',
  'hand-in-instructor',
];
/** Whether it is asked as somebody who judges. */
export const isAsStaff = ({ access }: Endpoint): boolean =>
  AS_STAFF.includes(access) || access === 'second-marker';

const isClosedToBlind = ({ access, blind }: Endpoint): boolean =>
  blind === 'closed' || (blind === undefined && AS_STAFF.includes(access));

/**
 * Whoever has a second marking before them sees nothing of the first by any way until it is done: not of that hand-in,
 * and of its assignment and course nothing that tells of all hand-ins together.
 * @throws HttpProblem `blind`
 */
async function requireNotBlind(
  db: DbOrTrx,
  { personId }: Actor,
  { handInId, assignmentId, courseId }: Record<string, string>,
): Promise<void> {
  const open = (await readOpenSecondMarkings(db, personId)).filter(
    (one) => one.handInId === handInId || one.assignmentId === assignmentId || one.courseId === courseId,
  );
  if (open.length > 0) throw new HttpProblem('blind', { count: open.length });
}

type Rule = (db: DbOrTrx, actor: Actor, question: Question) => Promise<void>;

/**
 * What is one person's alone.
 * @param mayBeNew what is not there yet is made by whoever names it
 */
const own =
  (
    table: 'mark_sets' | 'presets' | 'stock_remarks' | 'handovers' | 'errands',
    param: string,
    what: Thing,
    { mayBeNew = false } = {},
  ): Rule =>
  async (db, actor, q) => {
    const row = await db
      .selectFrom(table)
      .select('person_id')
      .where('id', '=', q.params[param] ?? '')
      .executeTakeFirst();
    if (row ? row.person_id !== actor.personId : !mayBeNew) throw notFound(what);
  };

const RULES: Record<Exclude<Access, 'public'>, Rule> = {
  person: async () => {},
  'course-member': (db, actor, q) => requireRole(db, actor, assignmentOf(q), ['student', ...STAFF]),
  'course-student': (db, actor, q) => requireRole(db, actor, assignmentOf(q), ['student']),
  'course-staff': (db, actor, q) => requireRole(db, actor, assignmentOf(q), STAFF),
  async 'course-instructor'(db, actor, q) {
    await requireRole(db, actor, assignmentOf(q), ['instructor']);
    if (q.params.personId) await requireStudent(db, assignmentOf(q), q.params.personId);
  },

  async 'course-manager'(db, actor, q) {
    const courseId = q.params.courseId ?? '';
    const role = await roleInCourse(db, courseId, actor.personId);
    if (role === 'instructor' || (await isAdmin(db, actor))) return;
    if (!role) throw notFound('course');
    throw new HttpProblem('forbidden', { role });
  },
  async admin(db, actor) {
    if (!(await isAdmin(db, actor))) throw new HttpProblem('forbidden', { role: 'person' });
  },

  /** A capture that does not exist yet is made by whoever names it; for an assignment only by who is in its course. */
  async 'own-capture'(db, actor, q) {
    const row = await db
      .selectFrom('captures')
      .select('owner_id')
      .where('id', '=', q.params.captureId ?? '')
      .executeTakeFirst();
    if (row && row.owner_id !== actor.personId) throw notFound('capture');
    const { assignmentId } = (q.query ?? {}) as { assignmentId?: string };
    if (assignmentId !== undefined) await requireRole(db, actor, assignmentId, ['student', ...STAFF]);
  },

  /** Evidence stays in the assignment it was made for, with its capture, and is written as long as one is a student there. */
  async 'own-evidence'(db, actor, q) {
    const row = await db
      .selectFrom('evidence')
      .select(['student_id', 'assignment_id', 'capture_id'])
      .where('id', '=', q.params.evidenceId ?? '')
      .executeTakeFirst();
    const sent = q.body as { assignmentId?: string; captureId?: string } | undefined;
    // Putting back says nothing of what it is made of.
    const body = sent?.assignmentId === undefined ? undefined : sent;
    if (row && row.student_id !== actor.personId) throw notFound('evidence');
    if (!row && !body) throw notFound('evidence');
    if (row && body && (row.assignment_id !== body.assignmentId || row.capture_id !== body.captureId))
      throw notFound('evidence');
    await requireRole(db, actor, row?.assignment_id ?? body?.assignmentId ?? '', ['student']);
    if (row) return;
    const capture = await db
      .selectFrom('captures')
      .select('owner_id')
      .where('id', '=', body?.captureId ?? '')
      .executeTakeFirst();
    if (capture?.owner_id !== actor.personId) throw notFound('capture');
  },

  'own-mark-set': own('mark_sets', 'markSetId', 'mark-set', { mayBeNew: true }),
  'own-preset': own('presets', 'presetId', 'preset', { mayBeNew: true }),
  'own-stock': own('stock_remarks', 'stockId', 'stock', { mayBeNew: true }),
  'own-handover': own('handovers', 'handoverId', 'handover'),
  'own-errand': own('errands', 'errandId', 'errand'),

  async 'own-hand-in'(db, actor, q) {
    if (!(await isOwnHandIn(db, actor, q.params.handInId ?? ''))) throw notFound('hand-in');
  },
  async 'hand-in-party'(db, actor, q) {
    const handInId = q.params.handInId ?? '';
    if (await isOwnHandIn(db, actor, handInId)) return;
    const role = await roleInHandIn(db, actor, handInId);
    if (!role || !STAFF.includes(role)) throw notFound('hand-in');
  },
  'hand-in-staff': (db, actor, q) => requireHandInRole(db, actor, q.params.handInId ?? '', STAFF),
  'hand-in-instructor': (db, actor, q) =>
    requireHandInRole(db, actor, q.params.handInId ?? '', ['instructor']),
  /** Done or not: what may still be changed is for its service to say. */
  async 'second-marker'(db, actor, q) {
    const handInId = q.params.handInId ?? '';
    await requireHandInRole(db, actor, handInId, STAFF);
    const role = await roleInHandIn(db, actor, handInId);
    if ((await secondMarkerOf(db, handInId))?.markerId !== actor.personId)
      throw new HttpProblem('forbidden', { role });
  },
};

async function isAdmin(db: DbOrTrx, { personId }: Actor): Promise<boolean> {
  const row = await db.selectFrom('people').select('admin').where('id', '=', personId).executeTakeFirst();
  return row?.admin === 1;
}

function assignmentOf(question: Question): string {
  return question.params.assignmentId ?? '';
}

/** The person's role in the course of an assignment; null when there is none. */
export async function roleInAssignment(
  db: DbOrTrx,
  { personId }: Actor,
  assignmentId: string,
): Promise<Role | null> {
  const row = await db
    .selectFrom('assignments')
    .innerJoin('members', 'members.course_id', 'assignments.course_id')
    .select(['members.role', 'assignments.stage'])
    .where('assignments.id', '=', assignmentId)
    .where('members.person_id', '=', personId)
    .executeTakeFirst();
  // For a student there is no such assignment until it is given.
  return !row || (row.role === 'student' && row.stage === 'draft') ? null : row.role;
}

async function requireRole(
  db: DbOrTrx,
  actor: Actor,
  assignmentId: string,
  roles: readonly Role[],
): Promise<void> {
  const role = await roleInAssignment(db, actor, assignmentId);
  if (!role) throw notFound('assignment');
  if (!roles.includes(role)) throw new HttpProblem('forbidden', { role });
}

async function requireStudent(db: DbOrTrx, assignmentId: string, personId: string): Promise<void> {
  if ((await roleInAssignment(db, { personId }, assignmentId)) !== 'student') throw notFound('person');
}

async function isOwnHandIn(db: DbOrTrx, { personId }: Actor, handInId: string): Promise<boolean> {
  const row = await db
    .selectFrom('hand_in_people')
    .select('person_id')
    .where('hand_in_id', '=', handInId)
    .where('person_id', '=', personId)
    .executeTakeFirst();
  return row !== undefined;
}

async function requireHandInRole(
  db: DbOrTrx,
  actor: Actor,
  handInId: string,
  roles: readonly Role[],
): Promise<void> {
  const role = await roleInHandIn(db, actor, handInId);
  if (!role) throw notFound('hand-in');
  if (!roles.includes(role)) throw new HttpProblem('forbidden', { role });
}

/** The person's role in the course that a hand-in belongs to; null when there is none. */
async function roleInHandIn(db: DbOrTrx, actor: Actor, handInId: string): Promise<Role | null> {
  const row = await db
    .selectFrom('hand_ins')
    .select('assignment_id')
    .where('id', '=', handInId)
    .executeTakeFirst();
  return row ? roleInAssignment(db, actor, row.assignment_id) : null;
}

/** Whether somebody judges in a course. */
export async function isStaffOf(db: DbOrTrx, { personId }: Actor, courseId: string): Promise<boolean> {
  const role = await roleInCourse(db, courseId, personId);
  return role !== null && STAFF.includes(role);
}

/** Whether a person may hear of what is done to what is judged, as they may read it. */
export async function mayWatch(
  db: DbOrTrx,
  actor: Actor,
  { courseId, assignmentId, handInId }: { courseId: string; assignmentId?: string; handInId?: string },
): Promise<boolean> {
  const manages = assignmentId === undefined && (await isAdmin(db, actor));
  if (!manages && !(await isStaffOf(db, actor, courseId))) return false;
  return (await readOpenSecondMarkings(db, actor.personId)).every((one) =>
    handInId
      ? one.handInId !== handInId
      : assignmentId
        ? one.assignmentId !== assignmentId
        : one.courseId !== courseId,
  );
}

/** What was handed in as one file: of one hand-in to whose it is and to the staff, of a class to the staff. */
export async function mayFetchArchive(
  db: DbOrTrx,
  actor: Actor,
  kind: 'hand-in' | 'assignment' | 'own',
  id: string,
): Promise<boolean> {
  if (kind === 'own') return id === actor.personId;
  if (kind === 'hand-in' && (await isOwnHandIn(db, actor, id))) return true;
  const row =
    kind === 'hand-in'
      ? await db.selectFrom('hand_ins').select('assignment_id').where('id', '=', id).executeTakeFirst()
      : { assignment_id: id };
  const role = row ? await roleInAssignment(db, actor, row.assignment_id) : null;
  return role !== null && STAFF.includes(role);
}

/**
 * What was judged is closed to whoever has still to mark something of it a second time, but for their own.
 * @throws HttpProblem `blind`
 */
export async function requireSeeing(
  db: DbOrTrx,
  actor: Actor,
  kind: 'hand-in' | 'assignment',
  id: string,
): Promise<void> {
  if (kind === 'hand-in' && (await isOwnHandIn(db, actor, id))) return;
  await requireNotBlind(db, actor, kind === 'hand-in' ? { handInId: id } : { assignmentId: id });
}

/**
 * Files that have an address: a capture as it came in, the base, the file and the thumbnail of a handed-in picture, a
 * reference picture, and a picture in a remark.
 */
export type FileKind =
  | 'capture'
  | 'capture-thumb'
  | 'base'
  | 'file'
  | 'thumb'
  | 'whole'
  | 'reference'
  | 'reference-thumb'
  | 'remark-picture'
  | 'remark-picture-thumb'
  | 'work-file';

/**
 * Whether a person may fetch a file. A capture is its owner's alone, because it still holds what was framed away or
 * hidden; what was handed in is the students' and the course staff's, with the whole of it where that was allowed.
 */
export async function mayFetchFile(db: DbOrTrx, actor: Actor, kind: FileKind, id: string): Promise<boolean> {
  if (kind === 'capture' || kind === 'capture-thumb') {
    const row = await db.selectFrom('captures').select('owner_id').where('id', '=', id).executeTakeFirst();
    return row?.owner_id === actor.personId;
  }
  if (kind === 'reference' || kind === 'reference-thumb') {
    const row = await db
      .selectFrom('reference_pictures')
      .select(['assignment_id', 'shown', 'removed_at'])
      .where('id', '=', id)
      .executeTakeFirst();
    const role = row ? await roleInAssignment(db, actor, row.assignment_id) : null;
    return role === 'student' ? row?.shown === 1 && row.removed_at === null : role !== null;
  }
  if (kind === 'work-file') {
    const row = await db
      .selectFrom('work_files')
      .select(['assignment_id', 'removed_at'])
      .where('id', '=', id)
      .executeTakeFirst();
    const role = row ? await roleInAssignment(db, actor, row.assignment_id) : null;
    return role !== null && (row?.removed_at === null || STAFF.includes(role));
  }
  if (kind === 'remark-picture' || kind === 'remark-picture-thumb')
    return mayFetchRemarkPicture(db, actor, id);
  const row = await db
    .selectFrom('hand_in_items')
    .innerJoin('hand_ins', 'hand_ins.id', 'hand_in_items.hand_in_id')
    .select(['hand_ins.id', 'hand_ins.assignment_id'])
    .where('hand_in_items.id', '=', id)
    .executeTakeFirst();
  if (!row) return false;
  // What was framed away is let be seen by whoever judges, and not by those one hands in with.
  if (kind !== 'whole' && (await isOwnHandIn(db, actor, row.id))) return true;
  const role = await roleInAssignment(db, actor, row.assignment_id);
  return role !== null && STAFF.includes(role);
}

/**
 * A picture in a remark is a part of the judgement: it is the staff's, but for whoever marks something of the assignment a
 * second time, and the students' in whose hand-in a remark has it now. When those see it, the release says.
 */
async function mayFetchRemarkPicture(db: DbOrTrx, actor: Actor, id: string): Promise<boolean> {
  const row = await db
    .selectFrom('remark_pictures')
    .select('assignment_id')
    .where('id', '=', id)
    .executeTakeFirst();
  if (!row) return false;
  const role = await roleInAssignment(db, actor, row.assignment_id);
  if (role !== null && STAFF.includes(role)) {
    const marking = await readOpenSecondMarkings(db, actor.personId);
    return !marking.some((one) => one.assignmentId === row.assignment_id);
  }
  return (await ownHandInsWith(db, actor, id)).length > 0;
}

/** The own hand-ins of a person in which a remark has a picture. */
export async function ownHandInsWith(db: DbOrTrx, actor: Actor, pictureId: string): Promise<string[]> {
  const rows = await db
    .selectFrom('remark_events as event')
    .innerJoin('hand_in_people', 'hand_in_people.hand_in_id', 'event.hand_in_id')
    .select('event.hand_in_id')
    .distinct()
    .where('event.picture_id', '=', pictureId)
    .where('hand_in_people.person_id', '=', actor.personId)
    .where(({ not, exists, selectFrom }) =>
      not(
        exists(
          selectFrom('remark_events as later')
            .select('later.seq')
            .whereRef('later.remark_id', '=', 'event.remark_id')
            .whereRef('later.seq', '>', 'event.seq'),
        ),
      ),
    )
    .execute();
  return rows.map((row) => row.hand_in_id);
}
