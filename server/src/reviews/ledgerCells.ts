import { type Assignment, type LedgerCell, type LedgerMustShow, REVIEW_STATES } from '@nachweis/contract';
import { type JudgedHandIn, mustShowStatistics, whichCounts } from '@nachweis/core';
import type { LineEntry } from './line.ts';

/** The hand-in that stands for each person now. Where the last counts there are several only of who has changed the group. */
export function countingOf(line: readonly LineEntry[], counts: Assignment['counts']): Map<string, LineEntry> {
  const byPerson = new Map<string, LineEntry[]>();
  for (const entry of line)
    for (const personId of entry.handIn.personIds)
      byPerson.set(personId, [...(byPerson.get(personId) ?? []), entry]);
  const found = new Map<string, LineEntry>();
  for (const [personId, all] of byPerson) {
    const one = whichCounts(all, counts, ({ state, total, handIn }) => ({
      ...{ stage: REVIEW_STATES.indexOf(state), isReturned: state === 'released' },
      ...{ units: total, attempt: handIn.attempt },
    }));
    if (one) found.set(personId, one);
  }
  return found;
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
        lateMs: 0,
        units: null,
      }
    : cell;

/** How one student stands: by the hand-in that counts, or by being exempt. */
export function cellOf(
  entry: LineEntry | undefined,
  exempt: string | undefined,
  mostUnits: number,
): LedgerCell {
  const nothing = { handInId: null, handedInAt: null, late: false, lateMs: 0, units: null, mostUnits };
  // Who is exempt has no points here, whatever was handed in before; it is there again once they are not.
  if (exempt !== undefined)
    return { ...nothing, state: 'exempt', reason: exempt, handInId: entry?.handIn.id ?? null };
  if (!entry) return { ...nothing, state: 'none', reason: '' };
  const { handIn, state, late, lateMs, total, assignment } = entry;
  return {
    state,
    reason: '',
    handInId: handIn.id,
    handedInAt: handIn.handed_in_at,
    late,
    lateMs,
    units: state === 'waiting' ? null : total,
    mostUnits: assignment.mostUnits + assignment.bonusUnits,
  };
}
