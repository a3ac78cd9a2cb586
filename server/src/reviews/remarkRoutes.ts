import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { giveRemarks, takeRemarks } from './manyRemarks.ts';
import { addRemarkPicture } from './remarkPictures.ts';
import { putRemark, removeRemark } from './remarks.ts';
import { answerRemark } from './remarkThreads.ts';
import { putStock, readStock, removeStock } from './stock.ts';

type RemarkHandlers = Pick<
  Handlers,
  | 'putRemark'
  | 'removeRemark'
  | 'addRemarkPicture'
  | 'answerRemark'
  | 'giveRemarks'
  | 'takeRemarks'
  | 'remarkStock'
  | 'putStock'
  | 'removeStock'
>;

export function remarkHandlers(context: Context): RemarkHandlers {
  return {
    putRemark: ({ params, body, actor }) =>
      putRemark(context, actor.personId, params.handInId, params.remarkId, body),
    removeRemark: ({ params, actor }) =>
      removeRemark(context, actor.personId, params.handInId, params.remarkId),
    addRemarkPicture: ({ params, body, actor }) =>
      addRemarkPicture(context, actor.personId, params.assignmentId, params.pictureId, body.captureId),
    answerRemark: ({ params, body, actor }) => answerRemark(context, actor, params, body),
    giveRemarks: ({ params, body, actor }) => giveRemarks(context, actor.personId, params.assignmentId, body),
    takeRemarks: ({ params, body, actor }) => takeRemarks(context, actor.personId, params.assignmentId, body),
    remarkStock: ({ params, actor }) => readStock(context, actor.personId, params.assignmentId),
    putStock: async ({ params, body, actor }) => {
      await putStock(context, actor.personId, params.stockId, body.text);
      return undefined;
    },
    removeStock: async ({ params }) => {
      await removeStock(context, params.stockId);
      return undefined;
    },
  };
}
