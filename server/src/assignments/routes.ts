import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { changeDefinition, readDefinition, setStage } from './definitions.ts';

type DefinitionHandlers = Pick<Handlers, 'readDefinition' | 'changeDefinition' | 'setStage'>;

export function definitionHandlers(context: Context): DefinitionHandlers {
  return {
    readDefinition: ({ params }) => readDefinition(context, params.assignmentId),
    changeDefinition: ({ params, body, actor }) =>
      changeDefinition(
        context,
        params.assignmentId,
        body.definition,
        body.baseVersion,
        actor.personId,
        body.dryRun,
      ),
    setStage: ({ params, body }) => setStage(context, params.assignmentId, body.stage),
  };
}
