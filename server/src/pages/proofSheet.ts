import type { ProofSheet } from '@nachweis/contract';
import { type Actor, roleInAssignment } from '../access/access.ts';
import { readCorrections } from '../assignments/corrections.ts';
import { readAssignment, readVersions } from '../assignments/documents.ts';
import { readGrants, readTerms } from '../assignments/terms.ts';
import { windowOf } from '../assignments/windowOf.ts';
import type { Context } from '../context.ts';
import { readDraft } from '../evidence/drafts.ts';
import { readHandIns } from '../handIns/handInRows.ts';
import { notFound } from '../http/problem.ts';
import { readHouseInk } from '../markSets/houseInk.ts';
import { asAsked, readFields } from '../people/classList.ts';
import { readGroup } from '../people/groups.ts';
import { namesOf } from '../people/names.ts';
import { readTrialOf } from '../practice/trial.ts';
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
  const group = role === 'student' ? await readGroup(db, assignment, actor.personId) : null;
  const names = await namesOf(db, [
    ...(group?.personIds ?? []),
    ...handIns.flatMap((handIn) => handIn.made_by ?? []),
  ]);
  const fields = role === 'student' ? await readFields(db, assignment.courseId, actor.personId) : {};
  const trialOf = await readTrialOf(db, assignmentId);
  return {
    assignment: asAsked(assignment, fields),
    terms,
    role,
    trialOf,
    group: group && {
      value: group.value,
      mates: group.personIds.filter((id) => id !== actor.personId).map(names),
    },
    window: windowOf(assignment, terms, now().toISOString()),
    // One that is tried looks as it will in its own course.
    houseInk: await readHouseInk(db, trialOf?.id ?? assignmentId),
    attemptsLeft: Math.max(terms.attempts - used, 0),
    draft: role === 'student' ? await readDraft(context, db, assignment, actor.personId) : null,
    handIns:
      handIns.length === 0
        ? []
        : summarise(
            handIns,
            await readVersions(db, assignmentId),
            await readCorrections(db, assignmentId),
            await readJudgements(db, { assignmentId }, now().toISOString()),
            await readGrants(db, assignmentId),
            ({ made_by }) => (made_by === null || made_by === actor.personId ? null : names(made_by)),
          ),
  };
}
