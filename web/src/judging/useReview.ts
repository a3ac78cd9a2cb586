import type { RemarksNow, RemarkWrite, Review, ThreadWrite } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import { useMemo } from 'react';
import { useSWRConfig } from 'swr';
import { sentenceOf } from '../api/apiProblem.ts';
import { addressOf, callApi } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useApi } from '../api/useApi.ts';
import { keepAdjustment, keepLevels, keepVerdicts } from '../store/judgementStore.ts';
import { toast } from '../ui/notices.ts';
import { useStand } from './useStand.ts';

/** What an instructor can do to a hand-in; remarks and release answer whether they succeeded. */
export interface ReviewActions {
  /** kept in the browser at once, and sent as soon as it can be */
  setVerdicts: (verdicts: Record<string, Verdict | null>) => void;
  setLevels: (levels: Record<string, number | null>) => void;
  adjust: (units: number, reason: string, baseVersion: number) => void;
  putRemark: (remarkId: string, remark: RemarkWrite) => Promise<boolean>;
  answerRemark: (remarkId: string, entryId: string, entry: ThreadWrite) => Promise<boolean>;
  removeRemark: (remarkId: string) => Promise<boolean>;
  /** @param seen the points that are shown: with others by now nothing is released */
  release: (seen: number) => Promise<boolean>;
  /** reads again what the server has */
  refresh: () => Promise<unknown>;
}

const POLL_MS = 4000;

export function useReview(handInId: string) {
  const me = useMe();
  const { mutate: mutateAny } = useSWRConfig();
  const query = useApi(
    'review',
    { params: { handInId } },
    {
      keepPreviousData: false,
      // The checks of a picture that has just been handed in are ready a moment later.
      refreshInterval: (review) => (review && isUnderWay(review) ? POLL_MS : 0),
    },
  );
  const { data } = query;
  const stand = useStand(data, { personId: me.id, handInId });
  const verdicts = data?.judgement.verdicts;
  const levels = data?.judgement.levels;
  const actions = useMemo<ReviewActions>(() => {
    const params = { handInId };
    // By its own address: by the time an answer is here, one may have gone on, and the page shows another hand-in.
    const address = addressOf('review', { params });
    const readAgain = () => mutateAny<Review>(address);
    const judged = { personId: me.id, handInId };
    const told = async (work: () => Promise<unknown>) => {
      try {
        await work();
        return true;
      } catch (error) {
        toast.error(sentenceOf(error));
        void readAgain();
        return false;
      }
    };
    const withRemarks = (now: RemarksNow) =>
      mutateAny<Review>(
        address,
        (old) => old && { ...old, judgement: { ...old.judgement, remarks: now.remarks } },
        { revalidate: false },
      );
    return {
      setVerdicts: (given) => void keepVerdicts(judged, given, (id) => verdicts?.[id]?.version ?? 0),
      setLevels: (given) => void keepLevels(judged, given, (id) => levels?.[id]?.version ?? 0),
      adjust: (units, reason, baseVersion) => void keepAdjustment(judged, { units, reason, baseVersion }),
      putRemark: (remarkId, body) =>
        told(async () => withRemarks(await callApi('putRemark', { params: { ...params, remarkId }, body }))),
      answerRemark: (remarkId, entryId, body) =>
        told(async () =>
          withRemarks(await callApi('answerRemark', { params: { ...params, remarkId, entryId }, body })),
        ),
      removeRemark: (remarkId) =>
        told(async () => withRemarks(await callApi('removeRemark', { params: { ...params, remarkId } }))),
      refresh: readAgain,
      release: (seen) =>
        told(async () => {
          await callApi('release', { params, body: { seen } });
          const review = await readAgain();
          if (review)
            void mutateAny(addressOf('reviewList', { params: { assignmentId: review.assignment.id } }));
        }),
    };
  }, [handInId, mutateAny, me.id, verdicts, levels]);
  return { ...query, stand, actions };
}

/** Its files are still being sealed, or its checks still run. */
const isUnderWay = (review: Review) =>
  review.items.some((item) => item.fileHref === null && !item.damaged) ||
  Object.values(review.findings).some(
    (findings) => findings.length === 0 || findings.some((one) => one.code === 'words-being-read'),
  );
