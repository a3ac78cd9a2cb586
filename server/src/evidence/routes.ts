import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { putEvidence, setRemoved } from './service.ts';

export function evidenceHandlers(
  context: Context,
): Pick<Handlers, 'putEvidence' | 'removeEvidence' | 'restoreEvidence'> {
  return {
    putEvidence: ({ params, body, actor }) => putEvidence(context, actor.personId, params.evidenceId, body),
    removeEvidence: ({ params, actor }) => setRemoved(context, actor.personId, params.evidenceId, true),
    restoreEvidence: ({ params, actor }) => setRemoved(context, actor.personId, params.evidenceId, false),
  };
}
