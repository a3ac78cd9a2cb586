import type { Assignment, HandInSummary } from '@nachweis/contract';
import { whichCounts } from '@nachweis/core';
import { asJudged, type GivenCorrection, readCorrections } from '../assignments/corrections.ts';
import { readVersions } from '../assignments/documents.ts';
import { type GivenGrant, readGrants } from '../assignments/terms.ts';
import type { DbOrTrx } from '../db/database.ts';
import { type HandInRow, handInNumber, readHandIns } from '../handIns/handInRows.ts';
import { gradeOf, type JudgementEvents, readJudgements } from '../reviews/judgements.ts';
import { isLate, latenessOf } from '../reviews/lateness.ts';

/** A student's hand-ins of an assignment, the latest first; points only once released. */
export function summarise(
  handIns: readonly HandInRow[],
  versions: ReadonlyMap<number, Assignment>,
  corrections: readonly GivenCorrection[],
  judgementOf: (handInId: string) => JudgementEvents,
  grants: readonly GivenGrant[],
  /** of whoever made one in somebody else's place; null for one's own */
  madeBy: (handIn: HandInRow) => string | null = () => null,
): HandInSummary[] {
  return handIns.map((handIn) => {
    const judgement = judgementOf(handIn.id);
    const version = versions.get(handIn.version);
    const steps = version ? latenessOf(version, grants, handIn) : 0;
    const total = version && gradeOf(asJudged(version, corrections), judgement, steps).total;
    return {
      id: handIn.id,
      number: handInNumber(handIn),
      attempt: handIn.attempt,
      handedInAt: handIn.handed_in_at,
      late: version ? isLate(version, grants, handIn) : handIn.late === 1,
      sealedAt: handIn.sealed_at,
      by: madeBy(handIn),
      withdrawnAt: handIn.withdrawn_at,
      releasedAt: judgement.releasedAt,
      totalUnits: judgement.releasedAt ? (total ?? 0) : null,
    };
  });
}

/** The same of one person, read now. */
export async function readOwnSummaries(
  db: DbOrTrx,
  assignmentId: string,
  personId: string,
  at: string,
): Promise<HandInSummary[]> {
  const handIns = await readHandIns(db, assignmentId, personId);
  if (handIns.length === 0) return [];
  return summarise(
    handIns,
    await readVersions(db, assignmentId),
    await readCorrections(db, assignmentId),
    await readJudgements(db, { assignmentId }, at),
    await readGrants(db, assignmentId),
  );
}

/**
 * The hand-in that stands for a student now, as far as they may know: what is not returned to them is judged no further
 * than any other, and has earned nothing yet.
 * @param summaries the latest first
 */
export const counting = (
  summaries: readonly HandInSummary[],
  counts: Assignment['counts'],
): HandInSummary | null =>
  whichCounts(
    summaries.filter((one) => one.withdrawnAt === null),
    counts,
    ({ releasedAt, totalUnits, attempt }) => ({
      ...{ stage: Number(releasedAt !== null), isReturned: releasedAt !== null },
      ...{ units: totalUnits ?? 0, attempt },
    }),
  );
