import type { Assignment, ProofPoint } from '@nachweis/contract';
import type { DbOrTrx } from '../db/database.ts';
import { notFound } from '../http/problem.ts';

/** An assignment with its proof points and must-shows in order. @throws HttpProblem `not-found` */
export async function readAssignment(db: DbOrTrx, assignmentId: string): Promise<Assignment> {
  const row = await db
    .selectFrom('assignments')
    .innerJoin('courses', 'courses.id', 'assignments.course_id')
    .selectAll('assignments')
    .select(['courses.title as course_title', 'courses.time_zone'])
    .where('assignments.id', '=', assignmentId)
    .executeTakeFirst();
  if (!row) throw notFound('The assignment');
  const proofPoints = await readProofPoints(db, assignmentId);
  return {
    id: row.id,
    courseId: row.course_id,
    courseTitle: row.course_title,
    timeZone: row.time_zone,
    title: row.title,
    brief: row.brief,
    opensAt: row.opens_at,
    dueAt: row.due_at,
    lateUntil: row.late_until,
    attempts: row.attempts,
    needsStatement: row.needs_statement === 1,
    statementPrompt: row.statement_prompt,
    nameRule: row.name_rule,
    mostUnits: proofPoints.flatMap((p) => p.mustShows).reduce((sum, m) => sum + m.units, 0),
    proofPoints,
  };
}

async function readProofPoints(db: DbOrTrx, assignmentId: string): Promise<ProofPoint[]> {
  const points = await db
    .selectFrom('proof_points')
    .selectAll()
    .where('assignment_id', '=', assignmentId)
    .orderBy('number')
    .execute();
  const mustShows = await db
    .selectFrom('must_shows')
    .innerJoin('proof_points', 'proof_points.id', 'must_shows.proof_point_id')
    .selectAll('must_shows')
    .where('proof_points.assignment_id', '=', assignmentId)
    .orderBy('letter')
    .execute();
  return points.map((p) => ({
    id: p.id,
    code: `P${p.number}`,
    title: p.title,
    instructions: p.instructions,
    mustShows: mustShows
      .filter((m) => m.proof_point_id === p.id)
      .map(({ id, letter, text, units }) => ({ id, letter, text, units })),
    requirements: {
      minPictures: p.min_pictures,
      maxPictures: p.max_pictures,
      needsPins: p.needs_pins === 1,
      minWidth: p.min_width,
      minHeight: p.min_height,
      surface: p.surface,
    },
  }));
}
