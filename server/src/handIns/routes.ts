import { readAssignment } from '../assignments/queries.ts';
import type { Context } from '../context.ts';
import type { Handlers } from '../http/router.ts';
import { readJudgement } from '../reviews/judgement.ts';
import { readHandIn, readItems, readReceipt } from './queries.ts';
import { handIn } from './service.ts';

export function handInHandlers(context: Context): Pick<Handlers, 'handIn' | 'handInView'> {
  const { db } = context;
  return {
    handIn: ({ params, body, actor }) =>
      handIn(context, {
        id: body.id,
        draftVersion: body.draftVersion,
        assignmentId: params.assignmentId,
        studentId: actor.personId,
      }),
    async handInView({ params }) {
      const row = await readHandIn(db, params.handInId);
      const assignment = await readAssignment(db, row.assignment_id);
      const { releasedAt, judgement } = await readJudgement(db, assignment, row.id);
      return {
        receipt: await readReceipt(db, assignment, row.id),
        assignment,
        statement: row.statement,
        items: await readItems(db, row.id),
        feedback: releasedAt ? { ...judgement, releasedAt } : null,
      };
    },
  };
}
