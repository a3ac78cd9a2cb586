import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { takeCapture } from './service.ts';

export function captureHandlers(context: Context): Pick<Handlers, 'putCapture'> {
  return {
    putCapture: ({ params, query, body, actor }) =>
      takeCapture(context, { id: params.captureId, ownerId: actor.personId, bytes: body, ...query }),
  };
}
