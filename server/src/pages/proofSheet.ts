import type { ProofSheet } from '@nachweis/contract';
import { type Actor, roleInAssignment } from '../access/access.ts';
import { readCorrections } from '../assignments/corrections.ts';
import { readAssignment, readVersions } from '../assignments/documents.ts';
import { readTerms } from '../assignments/terms.ts';
import { windowOf } from '../assignments/windowOf.ts';
import type { Context } from '../context.ts';
import { readDraft } from '../evidence/drafts.ts';
import { readHandIns } from '../handIns/handInRows.ts';
import { notFound } from '../http/problem.ts';
import { asAsked, readFields } from '../people/classList.ts';
import { readJudgements } from '../reviews/judgements.ts';
import { summarise } from './handInSummaries.ts';

/** An assignment as one person has it before them. */
export async function readProofSheet(
  context: Context,
  actor: Actor,
  assignmentId: string,
): Promise<ProofSheet> {
  const { db, now } = context;
  const assignment = await readAssignment(db, assignmentId);
  const role = await roleInAssignment(db, actor, assignmentId);
  if (!role) throw notFound('assignment');
  const terms = await readTerms(db, assignment, actor.personId);
  const handIns = role === 'student' ? await readHandIns(db, assignmentId, actor.personId) : [];
  const used = handIns.filter((handIn) => handIn.withdrawn_at === null).length;
  const fields = role === 'student' ? await readFields(db, assignment.courseId, actor.personId) : {};
  return {
    assignment: asAsked(assignment, fields),
    terms,
    role,
    window: windowOf(assignment, terms, now().toISOString()),
    attemptsLeft: Math.max(terms.attempts - used, 0),
    draft: role === 'student' ? await readDraft(context, db, assignment, actor.personId) : null,
    handIns:
      handIns.length === 0
        ? []
        : summarise(
            handIns,
            await readVersions(db, assignmentId),
            await readCorrections(db, assignmentId),
            await readJudgements(db, { assignmentId }),
          ),
  };
}
