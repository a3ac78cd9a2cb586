import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { readReview, readReviewList } from './queries.ts';
import { putRemark, release, releaseAll, removeRemark, writeAdjustment, writeVerdicts } from './service.ts';

type ReviewHandlers = Pick<
  Handlers,
  | 'reviewList'
  | 'review'
  | 'writeVerdicts'
  | 'putRemark'
  | 'removeRemark'
  | 'writeAdjustment'
  | 'release'
  | 'releaseAll'
>;

/** Every write answers with the review as it stands after it. */
export function reviewHandlers(context: Context): ReviewHandlers {
  return {
    reviewList: ({ params, actor }) => readReviewList(context, actor, params.assignmentId),
    review: ({ params, actor }) => readReview(context, actor, params.handInId),
    async writeVerdicts({ params, body, actor }) {
      await writeVerdicts(context, actor.personId, params.handInId, body.verdicts);
      return readReview(context, actor, params.handInId);
    },
    async putRemark({ params, body, actor }) {
      await putRemark(context, actor.personId, params.handInId, params.remarkId, body);
      return readReview(context, actor, params.handInId);
    },
    async removeRemark({ params, actor }) {
      await removeRemark(context, actor.personId, params.handInId, params.remarkId);
      return readReview(context, actor, params.handInId);
    },
    async writeAdjustment({ params, body, actor }) {
      await writeAdjustment(context, params.handInId, body.units, body.reason, body.baseVersion);
      return readReview(context, actor, params.handInId);
    },
    async release({ params, actor }) {
      return { released: await release(context, actor.personId, params.handInId) };
    },
    async releaseAll({ params, actor }) {
      return { released: await releaseAll(context, actor.personId, params.assignmentId) };
    },
  };
}
