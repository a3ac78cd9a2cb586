import type { VerdictsNow } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import { useMemo, useRef, useState } from 'react';
import { sentenceOf } from '../api/apiProblem.ts';
import { callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { type Stand, standOf } from '../judging/standOf.ts';
import { toast } from '../ui/notices.ts';

type Given = { verdicts: Record<string, Verdict | null>; levels: Record<string, number | null> };
const NOTHING: Given = { verdicts: {}, levels: {} };

/**
 * The second marking of a hand-in. What is given is shown at once and sent one after the other; what could not be sent is
 * told, and what the server has is shown again.
 */
export function useSecondReview(handInId: string) {
  const query = useApi('secondReview', { params: { handInId } }, { keepPreviousData: false });
  const { data, mutate } = query;
  const [unsent, setUnsent] = useState<Given>(NOTHING);
  const queue = useRef(Promise.resolve());
  /** of the last answer, which may not be on the page yet */
  const known = useRef<Known>({ verdicts: {}, levels: {} });
  if (data) known.current = newer(known.current, data.judgement);

  const stand: Stand | null = useMemo(() => {
    if (!data) return null;
    const { verdicts, levels } = unsent;
    return standOf(data, {
      verdicts: Object.fromEntries(Object.entries(verdicts).map(([id, verdict]) => [id, { verdict, on: 0 }])),
      levels: Object.fromEntries(Object.entries(levels).map(([id, level]) => [id, { level, on: 0 }])),
      adjustment: null,
    });
  }, [data, unsent]);

  const send = async (given: Given) => {
    const { verdicts, levels } = known.current;
    try {
      const now = await callApi('writeSecondVerdicts', {
        params: { handInId },
        body: {
          id: crypto.randomUUID(),
          verdicts: Object.fromEntries(
            Object.entries(given.verdicts).map(([id, verdict]) => [
              id,
              { verdict, on: verdicts[id]?.version ?? 0 },
            ]),
          ),
          levels: Object.fromEntries(
            Object.entries(given.levels).map(([id, level]) => [id, { level, on: levels[id]?.version ?? 0 }]),
          ),
        },
      });
      known.current = newer(known.current, now);
      await mutate(
        (old) =>
          old && {
            ...old,
            state: now.state,
            judgement: { ...old.judgement, verdicts: now.verdicts, levels: now.levels, grade: now.grade },
          },
        { revalidate: false },
      );
    } catch (error) {
      toast.error(`${sentenceOf(error)} The last verdict was not entered.`, { duration: 10_000 });
      await mutate().catch(() => undefined);
    }
    setUnsent((old) => without(old, given));
  };
  const give = (given: Partial<Given>) => {
    const whole = { ...NOTHING, ...given };
    setUnsent((old) => ({
      verdicts: { ...old.verdicts, ...whole.verdicts },
      levels: { ...old.levels, ...whole.levels },
    }));
    queue.current = queue.current.then(() => send(whole));
  };
  return { ...query, stand, give, sent: () => queue.current };
}

type Known = Pick<VerdictsNow, 'verdicts' | 'levels'>;

/** Of each the one that was given later: a page may still be drawn from an earlier answer. */
function newer(known: Known, read: Known): Known {
  const later = <V extends { version: number }>(a: Record<string, V>, b: Record<string, V>) => {
    const all = { ...a };
    for (const [id, one] of Object.entries(b)) if (one.version > (a[id]?.version ?? 0)) all[id] = one;
    return all;
  };
  return { verdicts: later(known.verdicts, read.verdicts), levels: later(known.levels, read.levels) };
}

/** What is left when something has been sent: where it was given anew meanwhile, the newer stays. */
function without(old: Given, sent: Given): Given {
  const left = <V>(all: Record<string, V>, gone: Record<string, V>) =>
    Object.fromEntries(Object.entries(all).filter(([id, value]) => !(id in gone) || gone[id] !== value));
  return { verdicts: left(old.verdicts, sent.verdicts), levels: left(old.levels, sent.levels) };
}
