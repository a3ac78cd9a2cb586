import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { addReference, readReferences, removeReference } from './references.ts';

export function referenceHandlers(
  context: Context,
): Pick<Handlers, 'references' | 'addReference' | 'removeReference'> {
  return {
    references: ({ params, actor }) => readReferences(context, params.assignmentId, actor.personId),
    addReference: ({ params, body, actor }) =>
      addReference(context, params.assignmentId, params.referenceId, body, actor.personId),
    removeReference: ({ params, actor }) =>
      removeReference(context, params.assignmentId, params.referenceId, actor.personId),
  };
}
