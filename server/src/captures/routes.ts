import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { listCaptures, removeCapture, restoreCapture, writeDetails } from './library.ts';
import { takeCapture } from './takeCapture.ts';

export function captureHandlers(
  context: Context,
): Pick<
  Handlers,
  'putCapture' | 'listCaptures' | 'writeCaptureDetails' | 'removeCapture' | 'restoreCapture'
> {
  return {
    putCapture: ({ params, query, body, actor, at }) =>
      takeCapture(context, {
        id: params.captureId,
        ownerId: actor.personId,
        content: body,
        receivedAt: at,
        ...query,
      }),
    listCaptures: ({ query, actor }) => listCaptures(context, actor.personId, query),
    writeCaptureDetails: ({ params, body }) => writeDetails(context, params.captureId, body),
    removeCapture: ({ params }) => removeCapture(context, params.captureId),
    restoreCapture: ({ params }) => restoreCapture(context, params.captureId),
  };
}
