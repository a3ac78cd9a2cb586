import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { readSecondMarking } from './overview.ts';
import { finishSecondMarking, readSecondReview, writeSecondVerdicts } from './secondReview.ts';
import { settleDifference } from './settle.ts';
import { orderSecondMarking, readOwnSecondMarkings, takeSecondMarkingBack } from './tasks.ts';

type SecondMarkingHandlers = Pick<
  Handlers,
  | 'secondMarking'
  | 'orderSecondMarking'
  | 'takeSecondMarkingBack'
  | 'settleDifference'
  | 'ownSecondMarkings'
  | 'secondReview'
  | 'writeSecondVerdicts'
  | 'finishSecondMarking'
>;

export function secondMarkingHandlers(context: Context): SecondMarkingHandlers {
  return {
    secondMarking: ({ params }) => readSecondMarking(context, params.assignmentId),
    async orderSecondMarking({ params, body, actor }) {
      await orderSecondMarking(context, actor.personId, params.assignmentId, body);
      return readSecondMarking(context, params.assignmentId);
    },
    async takeSecondMarkingBack({ params, actor }) {
      await takeSecondMarkingBack(context, actor.personId, params.handInId);
      return undefined;
    },
    async settleDifference({ params, body, actor }) {
      return readSecondMarking(
        context,
        await settleDifference(context, actor.personId, params.handInId, body),
      );
    },
    ownSecondMarkings: ({ actor }) => readOwnSecondMarkings(context, actor.personId),
    secondReview: ({ params, actor }) => readSecondReview(context, actor, params.handInId),
    writeSecondVerdicts: ({ params, body, actor }) =>
      writeSecondVerdicts(context, actor.personId, params.handInId, body),
    finishSecondMarking: ({ params, actor }) => finishSecondMarking(context, actor.personId, params.handInId),
  };
}
