import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { addWorkFile, readWorkFiles, removeWorkFile } from './workFiles.ts';

export function workFileHandlers(
  context: Context,
): Pick<Handlers, 'workFiles' | 'addWorkFile' | 'removeWorkFile'> {
  return {
    workFiles: ({ params }) => readWorkFiles(context.db, params.assignmentId),
    addWorkFile: ({ params, query, body, actor }) =>
      addWorkFile(context, params.assignmentId, params.workFileId, {
        name: query.name,
        content: body,
        by: actor.personId,
      }),
    removeWorkFile: ({ params }) => removeWorkFile(context, params.assignmentId, params.workFileId),
  };
}
