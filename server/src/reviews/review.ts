import type { Review } from '@nachweis/contract';
import { submissionWindow } from '@nachweis/core';
import { type Actor, roleInAssignment } from '../access/access.ts';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readAssignment } from '../assignments/documents.ts';
import { readGrants, termsFor } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { handInNumber, readHandIn, readHandIns, replacementOf } from '../handIns/handInRows.ts';
import { readItems } from '../handIns/items.ts';
import { asAsked, fieldsOfHandIn, readClassOrder } from '../people/classList.ts';
import { joinedNames, namesOf } from '../people/names.ts';
import { readFindings } from './findings.ts';
import { gradeOf, namesIn, readJudgements, remarksShown, stateOf, verdictsShown } from './judgements.ts';
import { readLine } from './line.ts';

/** One hand-in as its reviewer sees it. */
export async function readReview({ db, signing }: Context, actor: Actor, handInId: string): Promise<Review> {
  const handIn = await readHandIn(db, handInId);
  const assignment = asJudged(
    await readAssignment(db, handIn.assignment_id, handIn.version),
    await readCorrections(db, handIn.assignment_id),
  );
  const judgement = (await readJudgements(db, { handInId }))(handInId);
  const grade = gradeOf(assignment, judgement);
  const names = await namesIn(db, judgement);
  const terms = termsFor(assignment, await readGrants(db, assignment.id), handIn.personIds);
  const role = await roleInAssignment(db, actor, assignment.id);
  const newer = replacementOf(handIn, await readHandIns(db, assignment.id), assignment.counts);
  const line = await readLine(db, assignment.id, await readClassOrder(db, assignment.courseId));
  const index = line.findIndex((entry) => entry.handIn.id === handInId);
  const after = [...line.slice(index + 1), ...line.slice(0, Math.max(index, 0))];
  return {
    handInId,
    number: handInNumber(handIn),
    student: {
      id: handIn.personIds[0] ?? '',
      name: joinedNames(handIn.personIds, await namesOf(db, handIn.personIds)),
    },
    assignment: asAsked(assignment, await fieldsOfHandIn(db, handInId)),
    attempt: handIn.attempt,
    handedInAt: handIn.handed_in_at,
    late: submissionWindow(terms, handIn.handed_in_at) !== 'open',
    statement: handIn.statement,
    items: await readItems(db, handInId, signing),
    findings: Object.fromEntries(
      (await readFindings(db, assignment.id, () => assignment, handInId)).map((item) => [
        item.id,
        item.findings,
      ]),
    ),
    state: stateOf(judgement.releasedAt, grade.open),
    releasedAt: judgement.releasedAt,
    judgement: {
      verdicts: verdictsShown(judgement, names),
      remarks: remarksShown(judgement, names, actor.personId),
      grade,
    },
    adjustmentVersion: judgement.adjustment?.version ?? 0,
    mayRelease: role === 'instructor',
    mayJudge: !newer && !handIn.withdrawn_at && (role === 'instructor' || judgement.releasedAt === null),
    replacedById: newer?.id ?? null,
    withdrawnAt: handIn.withdrawn_at,
    previousId: index > 0 ? (line[index - 1]?.handIn.id ?? null) : null,
    nextId: index >= 0 ? (line[index + 1]?.handIn.id ?? null) : null,
    nextWaitingId: after.find((entry) => entry.state === 'waiting')?.handIn.id ?? null,
  };
}
