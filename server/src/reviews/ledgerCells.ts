import { type Assignment, type LedgerCell, type LedgerMustShow, REVIEW_STATES } from '@nachweis/contract';
import { type JudgedHandIn, mustShowStatistics } from '@nachweis/core';
import type { LineEntry } from './line.ts';

/**
 * Of several that count for a person the one that stands for them now. Where the best or the newest returned one counts,
 * that is one that was returned before one that was not: a better one that is being judged takes nothing from what its
 * student has been told. Where the last counts there are several only of who has changed the group.
 */
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
  const [now, other] = [rankOf(there, counts), rankOf(entry, counts)];
  const differs = now.findIndex((rank, i) => rank !== other[i]);
  return (now[differs] ?? 0) < (other[differs] ?? 0);
}

/** What decides between two, the first that differs: what is not returned yet counts no more for being newer or better. */
function rankOf({ state, total, handIn }: LineEntry, counts: Assignment['counts']): number[] {
  switch (counts) {
    case 'last':
      return [handIn.attempt];
    case 'returned':
      return [Number(state === 'released'), handIn.attempt];
    case 'best':
      return [REVIEW_STATES.indexOf(state), total, handIn.attempt];
  }
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
