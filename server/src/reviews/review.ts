import type { Review, Since } from '@nachweis/contract';
import { type Actor, roleInAssignment } from '../access/access.ts';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readAssignment } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { broughtOf } from '../handIns/broughtOf.ts';
import { readSince } from '../handIns/differences.ts';
import { handInNumber, readHandIn, readHandIns, replacementOf } from '../handIns/handInRows.ts';
import { readItems } from '../handIns/items.ts';
import { asAsked, fieldsOfHandIn, readClassOrder } from '../people/classList.ts';
import { joinedNames, namesOf } from '../people/names.ts';
import { readAskedAgain } from './askedAgain.ts';
import { readFindings } from './findings.ts';
import { isVeiled } from './isVeiled.ts';
import { gradeOf, levelsShown, namesIn, readJudgements, stateOf, verdictsShown } from './judgements.ts';
import { isLate, latenessOf } from './lateness.ts';
import { readLine } from './line.ts';
import { remarksShown } from './remarkStates.ts';

/** One hand-in as its reviewer sees it. */
export async function readReview(
  { db, signing, now }: Context,
  actor: Actor,
  handInId: string,
): Promise<Review> {
  const at = now().toISOString();
  const handIn = await readHandIn(db, handInId);
  const assignment = asJudged(
    await readAssignment(db, handIn.assignment_id, handIn.version),
    await readCorrections(db, handIn.assignment_id),
  );
  const judgement = (await readJudgements(db, { handInId }, at))(handInId);
  const names = await namesIn(db, judgement);
  const grants = await readGrants(db, assignment.id);
  const grade = gradeOf(assignment, judgement, latenessOf(assignment, grants, handIn));
  const role = await roleInAssignment(db, actor, assignment.id);
  const handIns = await readHandIns(db, assignment.id);
  const newer = replacementOf(handIn, handIns, assignment.counts);
  const fields = await fieldsOfHandIn(db, handInId);
  const order = await readClassOrder(db, assignment.courseId);
  const line = await readLine(db, assignment.id, order, at);
  const called = await namesOf(db, handIn.personIds);
  const index = line.findIndex((entry) => entry.handIn.id === handInId);
  const after = [...line.slice(index + 1), ...line.slice(0, Math.max(index, 0))];
  return {
    handInId,
    number: handInNumber(handIn),
    student: {
      id: handIn.personIds[0] ?? '',
      name: joinedNames(handIn.personIds, order.told(called)),
      plain: joinedNames(handIn.personIds, called),
    },
    assignment: asAsked(assignment, fields),
    attempt: handIn.attempt,
    handedInAt: handIn.handed_in_at,
    late: isLate(assignment, grants, handIn),
    statement: handIn.statement,
    brought: await broughtOf(db, handIn),
    askedAgain: await readAskedAgain(db, handInId),
    fields: { ...fields },
    earlier: await readEarlier(db, actor, await readSince(db, handIn, assignment, handIns), at),
    veiled: isVeiled(await readAssignment(db, assignment.id), grants, line, at),
    items: await readItems(db, handInId, signing),
    findings: Object.fromEntries(
      (await readFindings(db, assignment.id, order, () => assignment, handInId)).map((item) => [
        item.id,
        item.findings,
      ]),
    ),
    state: stateOf(judgement.releasedAt, grade.open),
    releasedAt: judgement.releasedAt,
    releasesAt: judgement.releasesAt,
    judgement: {
      verdicts: verdictsShown(judgement, names),
      levels: levelsShown(judgement, names),
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

/** How it differs from the attempt before, and what was said of that. */
async function readEarlier(
  db: DbOrTrx,
  actor: Actor,
  since: Since | null,
  at: string,
): Promise<Review['earlier']> {
  if (!since) return null;
  const judgement = (await readJudgements(db, { handInId: since.handInId }, at))(since.handInId);
  return { ...since, remarks: remarksShown(judgement, await namesIn(db, judgement), actor.personId) };
}
