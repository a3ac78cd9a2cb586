import type { Assignment } from '@nachweis/contract';
import { type Correction, correctedUnits } from '@nachweis/core';
import type { DbOrTrx } from '../db/database.ts';
import { mostUnitsOf } from './documents.ts';

/** A correction of what a must-show is worth, as it was given. */
export interface GivenCorrection extends Correction {
  id: string;
  reason: string;
  givenBy: string;
  givenAt: string;
}

/** What was corrected for all, the earliest first. */
export async function readCorrections(db: DbOrTrx, assignmentId: string): Promise<GivenCorrection[]> {
  const rows = await db
    .selectFrom('correction_events')
    .selectAll()
    .where('assignment_id', '=', assignmentId)
    .orderBy('seq')
    .execute();
  return rows.map((row) => ({
    id: row.id,
    mustShowId: row.must_show_id,
    worth: row.kind === 'points' ? (row.units ?? 0) : row.kind === 'dropped' ? null : 'as-written',
    reason: row.reason,
    givenBy: row.given_by,
    givenAt: row.given_at,
  }));
}

/** The version that something was handed in under, with the worth that counts now; what counts no more is worth 0. */
export function asJudged(assignment: Assignment, corrections: readonly Correction[]): Assignment {
  if (corrections.length === 0) return assignment;
  const proofPoints = assignment.proofPoints.map((point) => ({
    ...point,
    mustShows: point.mustShows.map((mustShow) => {
      const units = correctedUnits(mustShow, corrections);
      if (units === mustShow.units) return mustShow;
      const corrected = { asWritten: mustShow.units, counts: units !== null };
      return { ...mustShow, units: units ?? 0, corrected };
    }),
  }));
  return { ...assignment, proofPoints, mostUnits: mostUnitsOf({ ...assignment, proofPoints }) };
}
