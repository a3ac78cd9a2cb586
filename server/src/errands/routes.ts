import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { readErrands } from './errandRows.ts';
import { endErrand, orderArchive } from './orders.ts';

export function errandHandlers(
  context: Context,
): Pick<Handlers, 'listErrands' | 'orderArchive' | 'endErrand'> {
  return {
    listErrands: ({ actor }) => readErrands(context, actor.personId),
    orderArchive: ({ params, body, actor }) => orderArchive(context, actor, params.assignmentId, body.form),
    async endErrand({ params }) {
      await endErrand(context, params.errandId);
      return undefined;
    },
  };
}
