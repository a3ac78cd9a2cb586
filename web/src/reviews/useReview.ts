import type { RemarkWrite, Review } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import { useMemo } from 'react';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { useApi } from '../api/useApi.ts';
import { toast } from '../ui/notices.ts';

/** What an instructor can do to a hand-in; each answers whether it succeeded. */
export interface ReviewActions {
  setVerdicts: (verdicts: Record<string, Verdict | null>) => Promise<boolean>;
  putRemark: (remarkId: string, remark: RemarkWrite) => Promise<boolean>;
  removeRemark: (remarkId: string) => Promise<boolean>;
  adjust: (units: number, reason: string, baseVersion: number) => Promise<boolean>;
  release: () => Promise<boolean>;
}

const POLL_MS = 4000;

export function useReview(handInId: string) {
  const { mutate: mutateAny } = useSWRConfig();
  const query = useApi(
    'review',
    { params: { handInId } },
    {
      keepPreviousData: false,
      // The checks of a picture that has just been handed in are ready a moment later.
      refreshInterval: (review) =>
        review && Object.values(review.findings).some((f) => f.length === 0) ? POLL_MS : 0,
    },
  );
  const { mutate } = query;
  const actions = useMemo<ReviewActions>(() => {
    const params = { handInId };
    const told = async (work: () => Promise<Review | undefined>, guess?: (review: Review) => Review) => {
      try {
        await mutate(async (old) => (await work()) ?? old, {
          revalidate: false,
          rollbackOnError: true,
          ...(guess && { optimisticData: (old?: Review) => (old ? guess(old) : old) as Review }),
        });
        return true;
      } catch (error) {
        toast.error(sentenceOf(error), { duration: 10_000 });
        void mutate();
        return false;
      }
    };
    return {
      // A verdict can be taken back by the same key, so it shows before the server answers.
      setVerdicts: (verdicts) =>
        told(
          () => callApi('writeVerdicts', { params, body: { verdicts } }),
          (review) => withVerdicts(review, verdicts),
        ),
      putRemark: (remarkId, body) =>
        told(() => callApi('putRemark', { params: { ...params, remarkId }, body })),
      removeRemark: (remarkId) => told(() => callApi('removeRemark', { params: { ...params, remarkId } })),
      adjust: (units, reason, baseVersion) =>
        told(() => callApi('writeAdjustment', { params, body: { units, reason, baseVersion } })),
      release: () =>
        told(async () => {
          await callApi('release', { params });
          const review = await callApi('review', { params });
          void mutateAny(addressOf('reviewList', { params: { assignmentId: review.assignment.id } }));
          return review;
        }),
    };
  }, [handInId, mutate, mutateAny]);
  return { ...query, actions };
}

function withVerdicts(review: Review, verdicts: Record<string, Verdict | null>): Review {
  const next = { ...review.judgement.verdicts };
  for (const [id, verdict] of Object.entries(verdicts)) {
    if (verdict) next[id] = verdict;
    else delete next[id];
  }
  return { ...review, judgement: { ...review.judgement, verdicts: next } };
}
