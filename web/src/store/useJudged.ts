import type { Review, ReviewGrid, VerdictsNow } from '@nachweis/contract';
import { useCallback, useEffect } from 'react';
import { useSWRConfig } from 'swr';
import { addressOf } from '../api/callApi.ts';
import { useMe } from '../api/session.ts';
import { useShow } from '../api/useShow.ts';
import type { Judged } from './judgement.ts';
import { onOtherTab, tellTabs } from './otherTabs.ts';

export const reviewKey = ({ handInId, second }: Judged): string =>
  addressOf(second ? 'secondReview' : 'review', { params: { handInId } });

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
        if (word.of === 'judgement' && word.judged.personId === personId) void show(word.judged, word.now);
      }),
    [personId, show],
  );
}

function useShowHere(): Show {
  const { mutate } = useSWRConfig();
  const show = useShow();
  return useCallback(
    async (judged, now) => {
      const key = reviewKey(judged);
      const inReview = (review: Review) => reviewWith(review, now);
      // What a second marker says is shown nowhere else.
      if (judged.second) return show<Review>(key, inReview);
      await mutate<ReviewGrid>(
        (key) => typeof key === 'string' && key.endsWith('/grid'),
        (grid) => grid && gridWith(grid, now),
        { revalidate: false },
      );
      await show<Review>(key, inReview);
      // What was opened before the verdict had arrived shows how it stands now: lists, and which one waits next. An
      // answer that is on its way is given up by the change above, so that the own page is asked for again, too.
      void mutate(
        (key) =>
          typeof key === 'string' &&
          (/\/(hand-ins|ledger)$/.test(key) || (now.state !== 'waiting' && key.endsWith('/review'))),
      );
    },
    [mutate, show],
  );
}

/** A review with the judgement as it stands. */
function reviewWith(
  review: Review,
  { verdicts, levels, grade, adjustmentVersion, state }: VerdictsNow,
): Review {
  const judgement = { ...review.judgement, verdicts, levels, grade };
  return { ...review, adjustmentVersion, state, judgement };
}

/** The grid of a class with the verdicts that the server has now. */
const gridWith = (grid: ReviewGrid, { handInId, verdicts, state }: VerdictsNow): ReviewGrid => ({
  ...grid,
  rows: grid.rows.map((row) =>
    row.handInId === handInId
      ? {
          ...row,
          state,
          cells: row.cells.map((cell) => ({
            ...cell,
            verdicts: cell.verdicts.map((one) => ({
              ...one,
              verdict: verdicts[one.mustShowId]?.verdict ?? null,
            })),
          })),
        }
      : row,
  ),
});
