import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { makeHandover, openHandover, readHandover, takeFromPhone } from './handovers.ts';

export function handoverHandlers(
  context: Context,
): Pick<Handlers, 'makeHandover' | 'readHandover' | 'openHandover' | 'sendFromPhone'> {
  return {
    makeHandover: ({ params, body, actor }) =>
      makeHandover(context, actor.personId, params.assignmentId, body),
    readHandover: ({ params }) => readHandover(context, params.handoverId),
    openHandover: ({ params }) => openHandover(context, params.token),
    sendFromPhone: ({ params, query, body, at }) =>
      takeFromPhone(context, params.token, { content: body, name: query.name, at }),
  };
}
