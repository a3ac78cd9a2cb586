import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { weighEvidence } from './formats.ts';
import { putEvidence, setRemoved } from './putEvidence.ts';
import { writeStatement } from './statement.ts';

type EvidenceHandlers = Pick<
  Handlers,
  'putEvidence' | 'weighFormats' | 'removeEvidence' | 'restoreEvidence' | 'writeStatement'
>;

export function evidenceHandlers(context: Context): EvidenceHandlers {
  return {
    putEvidence: ({ params, body, actor, at }) =>
      putEvidence(context, actor.personId, params.evidenceId, body, at),
    weighFormats({ params, query, actor, res }) {
      const gone = new AbortController();
      res.once('close', () => gone.abort());
      return weighEvidence(context, actor.personId, params.evidenceId, query, gone.signal);
    },
    removeEvidence: ({ params, actor, at }) =>
      setRemoved(context, actor.personId, params.evidenceId, { removed: true }, at),
    restoreEvidence: ({ params, body, actor, at }) =>
      setRemoved(context, actor.personId, params.evidenceId, { removed: false, ...body }, at),
    async writeStatement({ params, body, actor, at }) {
      const assignment = await readAssignment(context.db, params.assignmentId);
      return writeStatement(context, assignment, actor.personId, body, at);
    },
  };
}
