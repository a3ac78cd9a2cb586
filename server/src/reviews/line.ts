import type { Assignment, ReviewState } from '@nachweis/contract';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readVersions } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { DbOrTrx } from '../db/database.ts';
import { type HandInRow, readHandIns, replacementOf } from '../handIns/handInRows.ts';
import type { ClassOrder } from '../people/classList.ts';
import { isVeiled } from './isVeiled.ts';
import { gradeOf, type JudgementEvents, readJudgements, stateOf } from './judgements.ts';
import { isLate, lateMs, latenessOf } from './lateness.ts';

/** A hand-in as an instructor has it before them. */
export interface LineEntry {
  handIn: HandInRow;
  /** as it is judged */
  assignment: Assignment;
  judgement: JudgementEvents;
  open: number;
  total: number;
  state: ReviewState;
  /** by what holds for its people now */
  late: boolean;
  lateMs: number;
  /** its first person, and that name as the list shows and sorts it */
  student: { id: string; listed: string };
}

/**
 * The hand-ins of an assignment that count, by name of their student, by a fixed number of queries. Where the last
 * counts, that is one of each student; where the best counts, every attempt is there.
 */
export async function readLine(
  db: DbOrTrx,
  assignmentId: string,
  order: ClassOrder,
  at: string,
): Promise<LineEntry[]> {
  const handIns = await readHandIns(db, assignmentId);
  const versions = await readVersions(db, assignmentId);
  const corrections = await readCorrections(db, assignmentId);
  const grants = await readGrants(db, assignmentId);
  const judgementOf = await readJudgements(db, { assignmentId }, at);
  const judged = new Map([...versions].map(([version, a]) => [version, asJudged(a, corrections)]));
  const line = handIns.flatMap((handIn): LineEntry[] => {
    const assignment = judged.get(handIn.version);
    const id = handIn.personIds[0];
    if (!assignment || !id || handIn.withdrawn_at) return [];
    const student = { id, listed: order.listed(id) };
    if (replacementOf(handIn, handIns, assignment.counts)) return [];
    const judgement = judgementOf(handIn.id);
    const { open, total } = gradeOf(assignment, judgement, latenessOf(assignment, grants, handIn));
    const late = isLate(assignment, grants, handIn);
    const state = stateOf(judgement.releasedAt, open);
    const by = late ? lateMs(assignment, grants, handIn) : 0;
    return [{ handIn, assignment, judgement, open, total, state, late, lateMs: by, student }];
  });
  const now = versions.get(Math.max(0, ...versions.keys()));
  // Also the place in the order of names tells a name.
  if (now && isVeiled(now, grants, line, at))
    return line.sort((a, b) => a.handIn.id.localeCompare(b.handIn.id));
  return line.sort(
    (a, b) =>
      order.compare(a.student.listed, b.student.listed) ||
      a.student.id.localeCompare(b.student.id) ||
      a.handIn.attempt - b.handIn.attempt,
  );
}
