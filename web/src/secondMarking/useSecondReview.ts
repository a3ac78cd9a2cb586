import type { Verdict } from '@nachweis/core';
import { useMemo } from 'react';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { useStand } from '../judging/useStand.ts';
import { judgementEntries } from '../store/browserStore.ts';
import { type Judged, judgementKey } from '../store/judgement.ts';
import { keepLevels, keepVerdicts } from '../store/judgementStore.ts';

/** As long as one waits for what was given last before one is told. */
const LONGEST_WAIT_MS = 10_000;

/** The second marking of a hand-in. What is given is kept in the browser at once, and sent as soon as it can be. */
export function useSecondReview(handInId: string) {
  const me = useMe();
  const query = useApi('secondReview', { params: { handInId } }, { keepPreviousData: false });
  const { data } = query;
  const judged: Judged = useMemo(() => ({ personId: me.id, handInId, second: true }), [me.id, handInId]);
  const stand = useStand(data, judged);
  const verdicts = data?.judgement.verdicts;
  const levels = data?.judgement.levels;
  return {
    ...query,
    stand,
    setVerdicts: (given: Record<string, Verdict | null>) =>
      void keepVerdicts(judged, given, (id) => verdicts?.[id]?.version ?? 0),
    setLevels: (given: Record<string, number | null>) =>
      void keepLevels(judged, given, (id) => levels?.[id]?.version ?? 0),
    /** @returns whether the server has all that was given */
    sent: () => gone(judgementKey(judged)),
  };
}

/** Waits until nothing of a judgement is left to be sent. */
function gone(key: string): Promise<boolean> {
  const isGone = () => judgementEntries.get(key) === undefined;
  if (isGone()) return Promise.resolve(true);
  return new Promise((resolve) => {
    const end = () => {
      unsubscribe();
      clearTimeout(timer);
      resolve(isGone());
    };
    const timer = setTimeout(end, LONGEST_WAIT_MS);
    const unsubscribe = judgementEntries.subscribe(() => isGone() && end());
  });
}
