import type { Assignment, LedgerCell, LedgerMustShow } from '@nachweis/contract';
import { type JudgedHandIn, mustShowStatistics } from '@nachweis/core';
import type { LineEntry } from './line.ts';

/** Of several that count for a person the one with the most points, or the newest one that was returned. */
export function countingOf(line: readonly LineEntry[], counts: Assignment['counts']): Map<string, LineEntry> {
  const found = new Map<string, LineEntry>();
  for (const entry of line)
    for (const personId of entry.handIn.personIds) {
      const there = found.get(personId);
      if (!there || isBefore(there, entry, counts)) found.set(personId, entry);
    }
  return found;
}

function isBefore(there: LineEntry, entry: LineEntry, counts: Assignment['counts']): boolean {
  if (counts !== 'returned') return entry.total >= there.total;
  const rank = ({ state, handIn }: LineEntry) => (state === 'released' ? 1_000_000 : 0) + handIn.attempt;
  return rank(entry) >= rank(there);
}

/** How each must-show went. A hand-in of several people is one hand-in here. */
export function mustShowsOf(
  assignment: Assignment,
  counting: Map<string, LineEntry> | undefined,
): LedgerMustShow[] {
  const judged = [...new Set(counting?.values())]
    .filter(({ state, open }) => state !== 'waiting' && open === 0)
    .map(judgedOf);
  return assignment.proofPoints.flatMap(({ code, mustShows }) =>
    mustShows
      .filter(({ corrected }) => corrected?.counts !== false)
      .map(({ id, letter, text }) => ({
        id,
        code: code + letter,
        text,
        ...mustShowStatistics(id, judged),
      })),
  );
}

function judgedOf({ assignment, judgement }: LineEntry): JudgedHandIn {
  return new Map(
    assignment.proofPoints
      .flatMap(({ mustShows }) => mustShows)
      .flatMap(({ id, units, corrected }) => {
        const verdict = judgement.verdicts.get(id)?.verdict;
        return verdict && corrected?.counts !== false ? [[id, { verdict, units }] as const] : [];
      }),
  );
}

/** That something was handed in may be known; which one it is, and how it was judged, not. */
export const withheld = (cell: LedgerCell, veiled: boolean): LedgerCell =>
  veiled && cell.handInId !== null
    ? {
        ...cell,
        state: cell.state === 'exempt' ? 'exempt' : 'waiting',
        handInId: null,
        handedInAt: null,
        late: false,
        units: null,
      }
    : cell;

/** How one student stands: by the hand-in that counts, or by being exempt. */
export function cellOf(
  entry: LineEntry | undefined,
  exempt: string | undefined,
  mostUnits: number,
): LedgerCell {
  const nothing = { handInId: null, handedInAt: null, late: false, units: null, mostUnits };
  // Who is exempt has no points here, whatever was handed in before; it is there again once they are not.
  if (exempt !== undefined)
    return { ...nothing, state: 'exempt', reason: exempt, handInId: entry?.handIn.id ?? null };
  if (!entry) return { ...nothing, state: 'none', reason: '' };
  const { handIn, state, late, total, assignment } = entry;
  return {
    state,
    reason: '',
    handInId: handIn.id,
    handedInAt: handIn.handed_in_at,
    late,
    units: state === 'waiting' ? null : total,
    mostUnits: assignment.mostUnits,
  };
}
