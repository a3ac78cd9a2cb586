import type { ReactNode } from 'react';
import { importWords } from '../api/apiProblem.ts';
import type { KeptProblem as Kept } from '../store/pictureDocument.ts';
import { useLoaded } from '../ui/useLoaded.ts';

/** The sentence of a problem that was kept with an entry. */
export function KeptProblem({ problem }: { problem: Kept | null }): ReactNode {
  const coded = problem !== null && typeof problem !== 'string';
  // What is safe is said beside it; asked for again when the page is opened again.
  const words = useLoaded(importWords, { wanted: coded, onMissing: () => {} });
  return coded ? (words?.problemSentence(problem.code, problem.data) ?? '…') : problem;
}
