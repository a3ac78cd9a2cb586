import { type Remote, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import { useObjectUrl } from '../ui/useObjectUrl.ts';
import type { Compared, CompareWorker } from '../workers/compare.worker.ts';

type Answer = { of: string; compared: Compared } | { of: string; failed: true };

/** Two pictures compared, with addresses of what came of it; null while that is under way. */
export function useCompared(first: string | undefined, second: string | undefined, tries: number) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const of = first && second ? `${first} ${second} ${tries}` : '';
  useEffect(() => {
    if (!first || !second) return;
    // One for each pair, which goes when another pair is wanted: who walks through a class waits for none but the last.
    const thread = new Worker(new URL('../workers/compare.worker.ts', import.meta.url), { type: 'module' });
    const comparer: Remote<CompareWorker> = wrap(thread);
    const fail = () => setAnswer({ of, failed: true });
    thread.addEventListener('error', fail);
    comparer.compare(first, second).then((compared) => setAnswer({ of, compared }), fail);
    return () => thread.terminate();
  }, [first, second, of]);
  const now = answer?.of === of ? answer : null;
  const compared = now && 'compared' in now ? now.compared : null;
  const laidUrl = useObjectUrl(compared?.laid ?? null);
  const differenceUrl = useObjectUrl(compared?.difference ?? null);
  return { compared, laidUrl, differenceUrl, failed: now !== null && 'failed' in now };
}
