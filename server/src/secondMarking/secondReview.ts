import type { OwnSecondMarkings, Review, VerdictsNow } from '@nachweis/contract';
import type { Actor } from '../access/access.ts';
import { secondMarkerOf } from '../access/secondMarkers.ts';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { readHandIn } from '../handIns/handInRows.ts';
import { HttpProblem } from '../http/problem.ts';
import { SECOND_ROUND } from '../reviews/judgements.ts';
import { readReview } from '../reviews/review.ts';
import { type AppendedWrite, appendVerdicts, verdictsNow } from '../reviews/writeVerdicts.ts';
import { appendTask, readOwnSecondMarkings, readOwnTasks } from './tasks.ts';

/** One hand-in as its second marker sees it: what was handed in and found, and of judgements their own alone. */
export async function readSecondReview(context: Context, actor: Actor, handInId: string): Promise<Review> {
  const { db, now } = context;
  const review = await readReview(context, actor, handInId);
  const own = await verdictsNow(
    db,
    await readAsked(db, handInId),
    handInId,
    now().toISOString(),
    SECOND_ROUND,
  );
  const tasks = await readOwnTasks(db, actor.personId, review.assignment.id);
  const index = tasks.findIndex((task) => task.handInId === handInId);
  const after = [...tasks.slice(index + 1), ...tasks.slice(0, Math.max(index, 0))];
  return {
    ...review,
    judgement: { verdicts: own.verdicts, levels: own.levels, grade: own.grade, remarks: [] },
    state: own.state,
    adjustmentVersion: 0,
    earlier: null,
    releasedAt: null,
    releasesAt: null,
    mayRelease: false,
    mayJudge: tasks[index]?.done === false && review.withdrawnAt === null,
    previousId: tasks[index - 1]?.handInId ?? null,
    nextId: tasks[index + 1]?.handInId ?? null,
    nextWaitingId: after.find((task) => !task.done)?.handInId ?? null,
  };
}

/** What was asked when it was handed in, with what was corrected for all. */
async function readAsked(db: DbOrTrx, handInId: string) {
  const handIn = await readHandIn(db, handInId);
  const assignment = await readAssignment(db, handIn.assignment_id, handIn.version);
  return asJudged(assignment, await readCorrections(db, handIn.assignment_id));
}

/** @throws HttpProblem `marked-already` when it is done, and what writing verdicts throws */
export async function writeSecondVerdicts(
  { db, now }: Context,
  personId: string,
  handInId: string,
  write: AppendedWrite,
): Promise<VerdictsNow> {
  const at = now().toISOString();
  return db.transaction().execute(async (trx) => {
    await requireOpen(trx, handInId);
    const assignment = await readAsked(trx, handInId);
    await appendVerdicts(trx, assignment, { personId, handInId, at, round: SECOND_ROUND }, write);
    return verdictsNow(trx, assignment, handInId, at, SECOND_ROUND);
  });
}

/**
 * Ends a second marking; from then on the two may be compared. Ended already, nothing changes.
 * @throws HttpProblem `incomplete` while something is not judged
 */
export async function finishSecondMarking(
  context: Context,
  personId: string,
  handInId: string,
): Promise<OwnSecondMarkings> {
  const at = context.now().toISOString();
  await context.db.transaction().execute(async (trx) => {
    if ((await secondMarkerOf(trx, handInId))?.doneAt) return;
    const { grade } = await verdictsNow(trx, await readAsked(trx, handInId), handInId, at, SECOND_ROUND);
    if (grade.open > 0) throw new HttpProblem('incomplete', { openVerdicts: grade.open });
    await appendTask(trx, handInId, personId, 'done', personId, at);
  });
  return readOwnSecondMarkings(context, personId);
}

async function requireOpen(trx: DbOrTrx, handInId: string): Promise<void> {
  const marker = await secondMarkerOf(trx, handInId);
  if (!marker || marker.doneAt) throw new HttpProblem('marked-already', {});
}
