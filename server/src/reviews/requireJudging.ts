import type { Assignment } from '@nachweis/contract';
import { roleInCourse } from '../access/roles.ts';
import { readAssignment, readVersions } from '../assignments/documents.ts';
import type { DbOrTrx } from '../db/database.ts';
import {
  type HandInRow,
  handInNumber,
  readHandIn,
  readHandIns,
  replacementOf,
} from '../handIns/handInRows.ts';
import { HttpProblem, notFound } from '../http/problem.ts';
import { readRelease, readReleases } from './releases.ts';

/**
 * Reads a hand-in that a person is about to judge.
 * @throws HttpProblem `withdrawn`, `replaced` where a newer one counts, `released` to others than instructors
 */
export async function requireJudging(trx: DbOrTrx, handInId: string, personId: string, at: string) {
  const handIn = await readHandIn(trx, handInId);
  const assignment = await readAssignment(trx, handIn.assignment_id, handIn.version);
  refuse(handIn, assignment, {
    handIns: await readHandIns(trx, assignment.id),
    releasedAt: (await readRelease(trx, handInId, at)).releasedAt,
    isInstructor: (await roleInCourse(trx, assignment.courseId, personId)) === 'instructor',
  });
  return { handIn, assignment };
}

/**
 * The same of many hand-ins of one assignment, by as many queries however many they are.
 * @throws HttpProblem as `requireJudging`; `not-found` for one of another assignment
 */
export async function requireJudgingAll(
  trx: DbOrTrx,
  assignmentId: string,
  handInIds: Iterable<string>,
  personId: string,
  at: string,
): Promise<void> {
  const handIns = await readHandIns(trx, assignmentId);
  const versions = await readVersions(trx, assignmentId);
  const releases = await readReleases(trx, assignmentId, at);
  const { courseId } = await readAssignment(trx, assignmentId);
  const isInstructor = (await roleInCourse(trx, courseId, personId)) === 'instructor';
  const byId = new Map(handIns.map((handIn) => [handIn.id, handIn]));
  for (const id of new Set(handInIds)) {
    const handIn = byId.get(id);
    const assignment = handIn && versions.get(handIn.version);
    if (!handIn || !assignment) throw notFound('hand-in');
    const releasedAt = releases.get(id)?.releasedAt ?? null;
    refuse(handIn, assignment, { handIns, releasedAt, isInstructor });
  }
}

interface Circumstances {
  /** all of the assignment */
  handIns: readonly HandInRow[];
  releasedAt: string | null;
  isInstructor: boolean;
}

function refuse(
  handIn: HandInRow,
  { counts }: Assignment,
  { handIns, releasedAt, isInstructor }: Circumstances,
): void {
  if (handIn.withdrawn_at !== null) throw new HttpProblem('withdrawn', {});
  const newer = replacementOf(handIn, handIns, counts);
  if (newer) throw new HttpProblem('replaced', { number: handInNumber(newer), handInId: newer.id });
  if (releasedAt && !isInstructor) throw new HttpProblem('released', {});
}
