import { submissionWindow } from '@nachweis/core';
import { roleInAssignment } from '../access/access.ts';
import type { Context } from '../context.ts';
import { readDraft, requireDraftable, writeStatement } from '../evidence/drafts.ts';
import { summariseHandIns } from '../handIns/queries.ts';
import { notFound } from '../http/problem.ts';
import type { Handlers } from '../http/router.ts';
import { readCards } from './cards.ts';
import { readAssignment } from './queries.ts';

type AssignmentHandlers = Pick<Handlers, 'listAssignments' | 'proofSheet' | 'writeStatement'>;

export function assignmentHandlers(context: Context): AssignmentHandlers {
  const { db, now } = context;
  return {
    listAssignments: ({ actor }) => readCards(context, actor.personId),
    async proofSheet({ params, actor }) {
      const assignment = await readAssignment(db, params.assignmentId);
      const role = await roleInAssignment(context, actor, assignment.id);
      if (!role) throw notFound('The assignment');
      const handIns = await summariseHandIns(db, assignment.id, actor.personId);
      return {
        assignment,
        role,
        window: submissionWindow(assignment, now().toISOString()),
        attemptsLeft: Math.max(assignment.attempts - handIns.length, 0),
        draft: role === 'student' ? await readDraft(context, db, assignment, actor.personId) : null,
        handIns,
      };
    },
    async writeStatement({ params, body, actor }) {
      const assignment = await readAssignment(db, params.assignmentId);
      await requireDraftable(context, db, assignment, actor.personId);
      return writeStatement(context, assignment, actor.personId, body.text, body.baseVersion);
    },
  };
}
