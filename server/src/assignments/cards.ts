import type { AssignmentCard, Role } from '@nachweis/contract';
import { submissionWindow } from '@nachweis/core';
import { sql } from 'kysely';
import type { Context } from '../context.ts';
import { totalUnits } from '../reviews/grades.ts';

/** The assignments of all courses of a person, the next due first, those past due after them, the latest first. */
export async function readCards(context: Context, personId: string): Promise<AssignmentCard[]> {
  const { db, now } = context;
  const at = now().toISOString();
  const rows = await db
    .selectFrom('members')
    .innerJoin('courses', 'courses.id', 'members.course_id')
    .innerJoin('assignments', 'assignments.course_id', 'courses.id')
    .select([
      'assignments.id',
      'assignments.title',
      'courses.id as course_id',
      'courses.title as course_title',
      'courses.time_zone',
      'members.role',
    ])
    .select(['opens_at', 'due_at', 'late_until'])
    .select((eb) => [
      eb
        .selectFrom('must_shows')
        .innerJoin('proof_points', 'proof_points.id', 'must_shows.proof_point_id')
        .whereRef('proof_points.assignment_id', '=', 'assignments.id')
        .select(sql<number>`coalesce(sum(must_shows.units), 0)`.as('units'))
        .as('most_units'),
      eb
        .selectFrom('proof_points')
        .whereRef('proof_points.assignment_id', '=', 'assignments.id')
        .select(eb.fn.countAll<number>().as('n'))
        .as('points'),
    ])
    .where('members.person_id', '=', personId)
    .execute();
  const cards = await Promise.all(
    rows.map(async (row): Promise<AssignmentCard> => {
      const base = {
        id: row.id,
        title: row.title,
        courseId: row.course_id,
        courseTitle: row.course_title,
        timeZone: row.time_zone,
        opensAt: row.opens_at,
        dueAt: row.due_at,
        lateUntil: row.late_until,
        window: submissionWindow({ opensAt: row.opens_at, dueAt: row.due_at, lateUntil: row.late_until }, at),
        mostUnits: row.most_units ?? 0,
      };
      return isStudent(row.role)
        ? {
            ...base,
            as: 'student',
            ...(await studentSide(context, row.id, personId)),
            proofPoints: row.points ?? 0,
          }
        : { ...base, as: 'staff', ...(await staffSide(context, row.id)) };
    }),
  );
  return cards.sort((a, b) => byDue(a, b, at));
}

const isStudent = (role: Role) => role === 'student';

function byDue(a: AssignmentCard, b: AssignmentCard, at: string): number {
  const aPast = a.dueAt < at;
  const bPast = b.dueAt < at;
  if (aPast !== bPast) return aPast ? 1 : -1;
  return aPast ? b.dueAt.localeCompare(a.dueAt) : a.dueAt.localeCompare(b.dueAt);
}

async function studentSide(context: Context, assignmentId: string, studentId: string) {
  const { db } = context;
  const last = await db
    .selectFrom('hand_ins')
    .leftJoin('reviews', 'reviews.hand_in_id', 'hand_ins.id')
    .select(['hand_ins.id', 'late', 'released_at'])
    .where('assignment_id', '=', assignmentId)
    .where('student_id', '=', studentId)
    .orderBy('attempt', 'desc')
    .executeTakeFirst();
  const { pictures } = await db
    .selectFrom('evidence')
    .select((eb) => eb.fn.countAll<number>().as('pictures'))
    .where('assignment_id', '=', assignmentId)
    .where('student_id', '=', studentId)
    .where('removed_at', 'is', null)
    .executeTakeFirstOrThrow();
  const returned = last?.released_at != null;
  return {
    state: last
      ? returned
        ? ('returned' as const)
        : ('handed-in' as const)
      : pictures > 0
        ? ('draft' as const)
        : ('to-do' as const),
    lateHandIn: last?.late === 1,
    pictures,
    totalUnits: last && returned ? await totalUnits(db, last.id) : null,
  };
}

/** Counts the latest attempt of each student. */
async function staffSide({ db }: Context, assignmentId: string) {
  const { rows } = await sql<{ hand_ins: number; students: number; marked: number; released: number }>`
    WITH latest AS (
      SELECT h.id, r.released_at IS NOT NULL AS released,
        (SELECT count(*) FROM must_shows m JOIN proof_points p ON p.id = m.proof_point_id WHERE p.assignment_id = h.assignment_id)
          <= (SELECT count(*) FROM verdicts v WHERE v.hand_in_id = h.id) AS complete
      FROM hand_ins h LEFT JOIN reviews r ON r.hand_in_id = h.id
      WHERE h.assignment_id = ${assignmentId}
        AND h.attempt = (SELECT max(attempt) FROM hand_ins o WHERE o.assignment_id = h.assignment_id AND o.student_id = h.student_id))
    SELECT count(*) AS hand_ins, coalesce(sum(released), 0) AS released, coalesce(sum(complete AND NOT released), 0) AS marked,
      (SELECT count(*) FROM members m JOIN assignments a ON a.course_id = m.course_id WHERE a.id = ${assignmentId} AND m.role = 'student') AS students
    FROM latest`.execute(db);
  const counts = rows[0] ?? { hand_ins: 0, students: 0, marked: 0, released: 0 };
  return {
    handIns: counts.hand_ins,
    students: counts.students,
    marked: counts.marked,
    released: counts.released,
    waiting: counts.hand_ins - counts.marked - counts.released,
  };
}
