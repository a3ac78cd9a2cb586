import { roleInAssignment } from '../access/access.ts';
import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { createSharedReads } from '../turns/sharedReads.ts';
import { answerAsked, askAgain } from './askedAgain.ts';
import { readAssignmentLedger } from './assignmentLedger.ts';
import { readComparables } from './comparables.ts';
import { correct, listCorrections } from './correct.ts';
import { exempt } from './exemptions.ts';
import { writeFigures } from './figures.ts';
import { readHistory } from './history.ts';
import { readLedger } from './ledger.ts';
import { release, releaseAll, takeReleaseBack } from './release.ts';
import { remarkHandlers } from './remarkRoutes.ts';
import { readReview } from './review.ts';
import { readReviewGrid } from './reviewGrid.ts';
import { readReviewList } from './reviewList.ts';
import { readSharing, shareOut } from './sharing.ts';
import { writeAdjustment, writeVerdicts } from './writeVerdicts.ts';

type ReviewHandlers = Pick<
  Handlers,
  | 'reviewList'
  | 'reviewGrid'
  | 'readLedger'
  | 'readAssignmentLedger'
  | 'review'
  | 'comparables'
  | 'askAgain'
  | 'answerAsked'
  | 'writeVerdicts'
  | 'writeAdjustment'
  | 'release'
  | 'releaseAll'
  | 'takeReleaseBack'
  | 'gradeHistory'
  | 'exempt'
  | 'corrections'
  | 'readSharing'
  | 'writeFigures'
  | 'shareOut'
  | 'correct'
>;

export function reviewHandlers(context: Context): ReviewHandlers & ReturnType<typeof remarkHandlers> {
  const shared = createSharedReads();
  return {
    ...remarkHandlers(context),
    readLedger: ({ params: { courseId } }) =>
      shared(`ledger of ${courseId}`, () => readLedger(context, courseId)),
    readAssignmentLedger: ({ params: { assignmentId } }) =>
      shared(`ledger of ${assignmentId}`, () => readAssignmentLedger(context, assignmentId)),
    reviewGrid: ({ params: { assignmentId } }) =>
      shared(`grid of ${assignmentId}`, () => readReviewGrid(context, assignmentId)),
    async reviewList({ params: { assignmentId }, actor }) {
      const list = await shared(`list of ${assignmentId}`, () => readReviewList(context, assignmentId));
      return {
        ...list,
        mayRelease: (await roleInAssignment(context.db, actor, assignmentId)) === 'instructor',
      };
    },
    review: ({ params, actor }) => readReview(context, actor, params.handInId),
    askAgain: ({ params: { handInId, askedId }, body, actor }) =>
      askAgain(context, { handInId, id: askedId, personId: actor.personId, text: body.text }),
    answerAsked: ({ params: { handInId, askedId }, body, actor }) =>
      answerAsked(context, { handInId, id: askedId, personId: actor.personId, text: body.text }),
    comparables: ({ params }) => readComparables(context, params.handInId, params.proofPointId),
    writeVerdicts: ({ params, body, actor }) => writeVerdicts(context, actor.personId, params.handInId, body),
    writeAdjustment: ({ params, body, actor }) =>
      writeAdjustment(context, actor.personId, params.handInId, body),
    async release({ params, body, actor }) {
      return { released: await release(context, actor.personId, params.handInId, body) };
    },
    releaseAll: ({ params, body, actor }) => releaseAll(context, actor.personId, params.assignmentId, body),
    async takeReleaseBack({ params, body, actor }) {
      return { released: await takeReleaseBack(context, actor.personId, params.handInId, body.reason) };
    },
    gradeHistory: ({ params }) => readHistory(context, params.handInId),
    async exempt({ params, body, actor }) {
      await exempt(context, actor.personId, params, body);
      return undefined;
    },
    writeFigures: ({ params, body, actor }) => writeFigures(context, actor.personId, params.courseId, body),
    readSharing: ({ params }) => readSharing(context, params.assignmentId),
    shareOut: ({ params, body, actor }) => shareOut(context, actor.personId, params.assignmentId, body),
    corrections: ({ params }) => listCorrections(context, params.assignmentId),
    correct: ({ params, body, actor }) => correct(context, actor.personId, params.assignmentId, body),
  };
}
