import type { Review } from '@nachweis/contract';
import { useEffect, useMemo } from 'react';
import { judgementEntries } from '../store/browserStore.ts';
import { type Judged, judgementKey } from '../store/judgement.ts';
import { useStore } from '../store/pictureStore.ts';
import { type Stand, standOf } from './standOf.ts';

/** How a hand-in is judged as it stands here. @param review none until it is there */
export function useStand(review: Review | undefined, judged: Judged): Stand | null {
  const { judgements } = useStore();
  // What sends it is fetched with the page: a connection that is lost meanwhile must not keep it from being sent later.
  useEffect(() => {
    for (const part of [import('../store/sendJudgement.ts'), import('../store/showJudged.ts')])
      part.catch(() => undefined);
  }, []);
  const key = judgementKey(judged);
  const kept = judgements.find((one) => one.key === key);
  // While it is being written the browser has what was there before.
  const isKept = !judgementEntries.isRefused(key);
  return useMemo(() => (review ? standOf(review, kept, isKept) : null), [review, kept, isKept]);
}
