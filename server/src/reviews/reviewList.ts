import type { ReviewList } from '@nachweis/contract';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readAssignment } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { handInNumber } from '../handIns/handInRows.ts';
import { readClassOrder } from '../people/classList.ts';
import { joinedNames, namesOf } from '../people/names.ts';
import { readAbsent } from './absent.ts';
import { readOpenAsked } from './askedAgain.ts';
import { readFindings } from './findings.ts';
import { isVeiled } from './isVeiled.ts';
import { readLine } from './line.ts';
import { isAsked } from './remarkStates.ts';
import { markerOf, readShares } from './sharing.ts';

/** All hand-ins of an assignment that count, and who has handed in nothing. Set-based: as many queries for 3 as for 300. */
export async function readReviewList(
  { db, now }: Context,
  assignmentId: string,
): Promise<Omit<ReviewList, 'mayRelease'>> {
  const assignment = await readAssignment(db, assignmentId);
  const order = await readClassOrder(db, assignment.courseId);
  const line = await readLine(db, assignmentId, order, now().toISOString());
  const byId = new Map(line.map((entry) => [entry.handIn.id, entry]));
  const shares = await readShares(db, assignmentId);
  const names = order.told(
    await namesOf(db, [...line.flatMap((entry) => entry.handIn.personIds), ...shares.values()]),
  );
  const checked = new Map<string, { itemIds: string[]; toCheck: number; problems: number }>();
  for (const item of await readFindings(db, assignmentId, order, (id) => byId.get(id)?.assignment)) {
    const counts = checked.get(item.handInId) ?? { itemIds: [], toCheck: 0, problems: 0 };
    counts.itemIds.push(item.id);
    counts.toCheck += item.findings.filter((f) => f.level === 'to-check').length;
    counts.problems += item.findings.filter((f) => f.level === 'problem').length;
    checked.set(item.handInId, counts);
  }
  const asked = await readOpenAsked(db, assignmentId);
  return {
    assignment: asJudged(assignment, await readCorrections(db, assignmentId)),
    veiled: isVeiled(assignment, await readGrants(db, assignmentId), line, now().toISOString()),
    rows: line.map(({ handIn, state, open, total, late, student, judgement }) => ({
      handInId: handIn.id,
      number: handInNumber(handIn),
      student: {
        id: student.id,
        name: joinedNames(handIn.personIds, names),
        listed: handIn.personIds.map((id) => order.listed(id) || names(id)).join(' and '),
      },
      attempt: handIn.attempt,
      handedInAt: handIn.handed_in_at,
      late,
      state,
      openVerdicts: open,
      totalUnits: total,
      releasesAt: judgement.releasesAt,
      marker: markerOf(shares, handIn.personIds, names),
      answers: judgement.remarks.filter(isAsked).length,
      isAskedAgain: asked.has(handIn.id),
      ...(checked.get(handIn.id) ?? { itemIds: [], toCheck: 0, problems: 0 }),
    })),
    without: await readAbsent(db, assignmentId, line, order),
  };
}
