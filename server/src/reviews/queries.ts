import type { Review, ReviewList, ReviewRow, ReviewState } from '@nachweis/contract';
import { type Actor, roleInAssignment } from '../access/access.ts';
import { readAssignment } from '../assignments/queries.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { handInNumber, readHandIn, readItems } from '../handIns/queries.ts';
import { readFindings } from './findings.ts';
import { readJudgement } from './judgement.ts';

const stateOf = (releasedAt: string | null, open: number): ReviewState =>
  releasedAt ? 'released' : open === 0 ? 'marked' : 'waiting';

/** The latest hand-in of each student of an assignment, by surname. */
async function latestHandIns(db: DbOrTrx, assignmentId: string) {
  return db
    .selectFrom('hand_ins')
    .innerJoin('people', 'people.id', 'hand_ins.student_id')
    .innerJoin('reviews', 'reviews.hand_in_id', 'hand_ins.id')
    .select([
      'hand_ins.id',
      'seq',
      'student_id',
      'attempt',
      'handed_in_at',
      'late',
      'given_name',
      'surname',
      'released_at',
    ])
    .select((eb) => [
      eb
        .selectFrom('must_shows')
        .innerJoin('proof_points', 'proof_points.id', 'must_shows.proof_point_id')
        .whereRef('proof_points.assignment_id', '=', 'hand_ins.assignment_id')
        .where((w) =>
          w.not(
            w.exists(
              w
                .selectFrom('verdicts')
                .select('verdict')
                .whereRef('verdicts.must_show_id', '=', 'must_shows.id')
                .whereRef('verdicts.hand_in_id', '=', 'hand_ins.id'),
            ),
          ),
        )
        .select(eb.fn.countAll<number>().as('n'))
        .as('open_verdicts'),
    ])
    .where('hand_ins.assignment_id', '=', assignmentId)
    .where('attempt', '=', (eb) =>
      eb
        .selectFrom('hand_ins as other')
        .select((s) => s.fn.max('other.attempt').as('latest'))
        .whereRef('other.assignment_id', '=', 'hand_ins.assignment_id')
        .whereRef('other.student_id', '=', 'hand_ins.student_id'),
    )
    .orderBy('surname')
    .orderBy('given_name')
    .execute();
}

export async function readReviewList(
  context: Context,
  actor: Actor,
  assignmentId: string,
): Promise<ReviewList> {
  const { db } = context;
  const assignment = await readAssignment(db, assignmentId);
  const rows = await Promise.all(
    (await latestHandIns(db, assignmentId)).map(async (row): Promise<ReviewRow> => {
      const items = await readItems(db, row.id);
      const findings = Object.values(await readFindings(db, assignment, row.id, items)).flat();
      const { judgement } = await readJudgement(db, assignment, row.id);
      return {
        handInId: row.id,
        number: handInNumber(row.seq),
        student: { id: row.student_id, name: `${row.given_name} ${row.surname}` },
        attempt: row.attempt,
        handedInAt: row.handed_in_at,
        late: row.late === 1,
        state: stateOf(row.released_at, row.open_verdicts ?? 0),
        openVerdicts: row.open_verdicts ?? 0,
        totalUnits: judgement.grade.total,
        thumbHrefs: items.map((item) => item.thumbHref),
        findings: {
          look: findings.filter((f) => f.level === 'look').length,
          stop: findings.filter((f) => f.level === 'stop').length,
        },
      };
    }),
  );
  const without = await db
    .selectFrom('members')
    .innerJoin('people', 'people.id', 'members.person_id')
    .select(['people.id', 'given_name', 'surname'])
    .where('members.course_id', '=', assignment.courseId)
    .where('members.role', '=', 'student')
    .where('people.id', 'not in', rows.length > 0 ? rows.map((row) => row.student.id) : [''])
    .orderBy('surname')
    .execute();
  return {
    assignment,
    mayRelease: (await roleInAssignment(context, actor, assignmentId)) === 'instructor',
    rows,
    without: without.map((p) => ({ id: p.id, name: `${p.given_name} ${p.surname}` })),
  };
}

export async function readReview(context: Context, actor: Actor, handInId: string): Promise<Review> {
  const { db } = context;
  const handIn = await readHandIn(db, handInId);
  const assignment = await readAssignment(db, handIn.assignment_id);
  const items = await readItems(db, handInId);
  const { judgement, releasedAt, adjustmentVersion } = await readJudgement(db, assignment, handInId);
  const line = await latestHandIns(db, assignment.id);
  const index = line.findIndex((row) => row.id === handInId);
  const waiting = [...line.slice(index + 1), ...line.slice(0, Math.max(index, 0))].find(
    (row) => stateOf(row.released_at, row.open_verdicts ?? 0) === 'waiting',
  );
  return {
    handInId,
    number: handIn.number,
    student: { id: handIn.student_id, name: handIn.studentName },
    assignment,
    attempt: handIn.attempt,
    handedInAt: handIn.handed_in_at,
    late: handIn.late === 1,
    statement: handIn.statement,
    items,
    findings: await readFindings(db, assignment, handInId, items),
    state: stateOf(releasedAt, judgement.grade.open),
    releasedAt,
    judgement,
    adjustmentVersion,
    mayRelease: (await roleInAssignment(context, actor, assignment.id)) === 'instructor',
    previousId: index > 0 ? (line[index - 1]?.id ?? null) : null,
    nextId: index >= 0 ? (line[index + 1]?.id ?? null) : null,
    nextWaitingId: waiting?.id ?? null,
  };
}
