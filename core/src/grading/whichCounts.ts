/** Which of a person's hand-ins counts: the last, the best, or the newest that was returned. */
export type Counts = 'last' | 'best' | 'returned';

/** A hand-in as far as it matters for which of several counts. */
export interface Standing {
  /** how far it is judged, the least first; returned is the most */
  stage: number;
  isReturned: boolean;
  /** what it earns, as far as that may be told */
  units: number;
  attempt: number;
}

/** What decides between two, the first that differs: what is not returned yet counts no more for being newer or better. */
function rankOf(counts: Counts, { stage, isReturned, units, attempt }: Standing): number[] {
  switch (counts) {
    case 'last':
      return [attempt];
    case 'returned':
      return [Number(isReturned), attempt];
    case 'best':
      return [stage, units, attempt];
  }
}

/**
 * Of several that count for a person the one that stands for them now. Where the best or the newest returned one counts,
 * that is one that was returned before one that was not: a better one that is being judged takes nothing from what its
 * student has been told.
 * @returns the first of those between which nothing decides; null where there is none
 */
export function whichCounts<T>(
  all: readonly T[],
  counts: Counts,
  standingOf: (one: T) => Standing,
): T | null {
  const [first, ...others] = all;
  if (first === undefined) return null;
  return others.reduce((best, one) => {
    const [now, other] = [rankOf(counts, standingOf(best)), rankOf(counts, standingOf(one))];
    const differs = now.findIndex((rank, i) => rank !== other[i]);
    return (now[differs] ?? 0) < (other[differs] ?? 0) ? one : best;
  }, first);
}
