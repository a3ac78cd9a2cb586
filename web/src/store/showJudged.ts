import type { Review, ReviewGrid, VerdictsNow } from '@nachweis/contract';
import type { useSWRConfig } from 'swr';
import type { useShow } from '../api/useShow.ts';
import type { Judged } from './judgement.ts';
import { reviewKey } from './reviewKey.ts';

/** What shows something on the page. */
export interface Showing {
  mutate: ReturnType<typeof useSWRConfig>['mutate'];
  show: ReturnType<typeof useShow>;
}

/** Shows verdicts and points as the server has them now, wherever the page has them. */
export async function showJudged(
  { mutate, show }: Showing,
  judged: Judged,
  now: VerdictsNow,
): Promise<unknown> {
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
  return undefined;
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
