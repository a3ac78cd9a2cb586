import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { correct, listCorrections } from './correct.ts';
import { readLedger } from './ledger.ts';
import { release, releaseAll } from './release.ts';
import { putRemark, removeRemark } from './remarks.ts';
import { readReview } from './review.ts';
import { readReviewGrid } from './reviewGrid.ts';
import { readReviewList } from './reviewList.ts';
import { writeAdjustment, writeVerdicts } from './writeVerdicts.ts';

type ReviewHandlers = Pick<
  Handlers,
  | 'reviewList'
  | 'reviewGrid'
  | 'readLedger'
  | 'review'
  | 'writeVerdicts'
  | 'putRemark'
  | 'removeRemark'
  | 'writeAdjustment'
  | 'release'
  | 'releaseAll'
  | 'corrections'
  | 'correct'
>;

export function reviewHandlers(context: Context): ReviewHandlers {
  return {
    readLedger: ({ params }) => readLedger(context, params.courseId),
    reviewGrid: ({ params }) => readReviewGrid(context, params.assignmentId),
    reviewList: ({ params, actor }) => readReviewList(context, actor, params.assignmentId),
    review: ({ params, actor }) => readReview(context, actor, params.handInId),
    writeVerdicts: ({ params, body, actor }) => writeVerdicts(context, actor.personId, params.handInId, body),
    putRemark: ({ params, body, actor }) =>
      putRemark(context, actor.personId, params.handInId, params.remarkId, body),
    removeRemark: ({ params, actor }) =>
      removeRemark(context, actor.personId, params.handInId, params.remarkId),
    writeAdjustment: ({ params, body, actor }) =>
      writeAdjustment(context, actor.personId, params.handInId, body),
    async release({ params, actor }) {
      return { released: await release(context, actor.personId, params.handInId) };
    },
    async releaseAll({ params, actor }) {
      return { released: await releaseAll(context, actor.personId, params.assignmentId) };
    },
    corrections: ({ params }) => listCorrections(context, params.assignmentId),
    correct: ({ params, body, actor }) => correct(context, actor.personId, params.assignmentId, body),
  };
}
