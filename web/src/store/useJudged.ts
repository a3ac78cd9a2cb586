import type { VerdictsNow } from '@nachweis/contract';
import { useCallback, useEffect } from 'react';
import { useSWRConfig } from 'swr';
import { useMe } from '../api/session.ts';
import { useShow } from '../api/useShow.ts';
import type { Judged } from './judgement.ts';
import { onOtherTab, tellTabs } from './otherTabs.ts';

type Show = (judged: Judged, now: VerdictsNow) => Promise<unknown>;

/** Shows verdicts and points as the server has them now, on this page and in the other tabs. */
export function useShowJudged(): Show {
  const show = useShowHere();
  return useCallback(
    (judged, now) => {
      tellTabs({ of: 'judgement', judged, now });
      return show(judged, now);
    },
    [show],
  );
}

/** Shows what another tab of the same person has sent. */
export function useHeardJudged(): void {
  const { id: personId } = useMe();
  const show = useShowHere();
  useEffect(
    () =>
      onOtherTab((word) => {
        if (word.of === 'judgement' && word.judged.personId === personId)
          // Without a connection it cannot be fetched; what is on the page is read again once there is one.
          show(word.judged, word.now).catch(() => undefined);
      }),
    [personId, show],
  );
}

/** Only who judges needs what does it. */
function useShowHere(): Show {
  const { mutate } = useSWRConfig();
  const show = useShow();
  return useCallback(
    async (judged, now) => (await import('./showJudged.ts')).showJudged({ mutate, show }, judged, now),
    [mutate, show],
  );
}
