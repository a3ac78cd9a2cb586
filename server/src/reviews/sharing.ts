import type { Sharing, SharingWrite } from '@nachweis/contract';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import { fieldsColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { notFound } from '../http/problem.ts';
import { readClassOrder } from '../people/classList.ts';
import { type Names, namesOf } from '../people/names.ts';

/** Who judges each student's hand-ins of an assignment, of those who are given to somebody. */
export async function readShares(db: DbOrTrx, assignmentId: string): Promise<Map<string, string>> {
  const rows = await db
    .selectFrom('share_events')
    .select(['student_id', 'marker_id'])
    .where('assignment_id', '=', assignmentId)
    .orderBy('seq')
    .execute();
  const shares = new Map<string, string>();
  for (const { student_id, marker_id } of rows)
    if (marker_id) shares.set(student_id, marker_id);
    else shares.delete(student_id);
  return shares;
}

/** Of a hand-in of several people, whoever judges one of them. */
export function markerOf(
  shares: ReadonlyMap<string, string>,
  personIds: readonly string[],
  names: Names,
): { id: string; name: string } | null {
  const id = personIds.map((personId) => shares.get(personId)).find((one) => one !== undefined);
  return id === undefined ? null : { id, name: names(id) };
}

/** Students by name, with the class list's columns, so that they can be dealt out by them. */
export async function readSharing({ db }: Context, assignmentId: string): Promise<Sharing> {
  const { courseId } = await readAssignment(db, assignmentId);
  const order = await readClassOrder(db, courseId);
  const shares = await readShares(db, assignmentId);
  const members = await db
    .selectFrom('members')
    .select(['person_id', 'role', 'fields'])
    .where('course_id', '=', courseId)
    .execute();
  const staff = members.filter((member) => member.role !== 'student').map((member) => member.person_id);
  const names = order.told(await namesOf(db, staff));
  const fields = new Map(members.map((member) => [member.person_id, fieldsColumn.read(member.fields)]));
  const students = order.studentIds.map((id) => ({
    id,
    listed: order.listed(id),
    fields: { ...fields.get(id) },
    markerId: shares.get(id) ?? null,
  }));
  return {
    staff: staff.map((id) => ({ id, name: names(id) })),
    columns: [...new Set(students.flatMap((student) => Object.keys(student.fields)))],
    students,
  };
}

/**
 * Says who judges whom: all of it or nothing, and the same write again changes nothing. It binds nobody; it says whose
 * hand-ins are whose to begin with.
 *
 * @throws HttpProblem `not-found` for somebody who is no student of the course, or not of its staff
 */
export async function shareOut(
  context: Context,
  personId: string,
  assignmentId: string,
  { id, shares }: SharingWrite,
): Promise<Sharing> {
  const { db, now } = context;
  await db.transaction().execute(async (trx) => {
    const { staff, students } = await readSharing({ ...context, db: trx as typeof db }, assignmentId);
    const markers = new Set(staff.map((one) => one.id));
    const before = new Map(students.map((one) => [one.id, one.markerId]));
    for (const { studentId, markerId } of shares) {
      if (!before.has(studentId) || (markerId !== null && !markers.has(markerId))) throw notFound('person');
      if (before.get(studentId) === markerId) continue;
      await trx
        .insertInto('share_events')
        .values({
          write_id: id,
          assignment_id: assignmentId,
          student_id: studentId,
          marker_id: markerId,
          given_by: personId,
          given_at: now().toISOString(),
        })
        .onConflict((c) => c.columns(['write_id', 'student_id']).doNothing())
        .execute();
    }
  });
  return readSharing(context, assignmentId);
}
