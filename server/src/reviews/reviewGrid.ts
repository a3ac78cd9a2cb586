import type { GridCell, ReviewGrid } from '@nachweis/contract';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readAssignment } from '../assignments/documents.ts';
import type { Context } from '../context.ts';
import { readClassOrder } from '../people/classList.ts';
import { joinedNames, namesOf } from '../people/names.ts';
import { readAbsent } from './absent.ts';
import { type CheckedItem, readFindings } from './findings.ts';
import { type LineEntry, readLine } from './line.ts';
import { markerOf, readShares } from './sharing.ts';

/** The hand-ins that count as students by proof points. Set-based: as many queries for 3 as for 300. */
export async function readReviewGrid({ db, now }: Context, assignmentId: string): Promise<ReviewGrid> {
  const assignment = await readAssignment(db, assignmentId);
  const order = await readClassOrder(db, assignment.courseId);
  const line = await readLine(db, assignmentId, order, now().toISOString());
  const byId = new Map(line.map((entry) => [entry.handIn.id, entry]));
  const shares = await readShares(db, assignmentId);
  const names = order.told(
    await namesOf(db, [...line.flatMap((entry) => entry.handIn.personIds), ...shares.values()]),
  );
  const checked = new Map<string, CheckedItem[]>();
  for (const item of await readFindings(db, assignmentId, order, (id) => byId.get(id)?.assignment))
    checked.set(item.handInId, [...(checked.get(item.handInId) ?? []), item]);
  return {
    assignment: asJudged(assignment, await readCorrections(db, assignmentId)),
    rows: line.map((entry) => ({
      handInId: entry.handIn.id,
      student: {
        id: entry.student.id,
        name: joinedNames(entry.handIn.personIds, names),
        listed: entry.handIn.personIds.map((id) => order.listed(id) || names(id)).join(' and '),
      },
      handedInAt: entry.handIn.handed_in_at,
      late: entry.late,
      state: entry.state,
      marker: markerOf(shares, entry.handIn.personIds, names),
      cells: cellsOf(entry, checked.get(entry.handIn.id) ?? []),
    })),
    without: await readAbsent(db, assignmentId, line, order),
  };
}

function cellsOf({ assignment, judgement }: LineEntry, items: readonly CheckedItem[]): GridCell[] {
  return assignment.proofPoints.map(({ id, mustShows }) => {
    const here = items.filter((item) => item.proofPointId === id);
    const count = (level: 'to-check' | 'problem') =>
      here.flatMap((item) => item.findings).filter((finding) => finding.level === level).length;
    return {
      proofPointId: id,
      itemIds: here.map((item) => item.id),
      baseHrefs: here.flatMap((item) => item.baseHref ?? []),
      toCheck: count('to-check'),
      problems: count('problem'),
      verdicts: mustShows.map((mustShow) => ({
        mustShowId: mustShow.id,
        letter: mustShow.letter,
        verdict: judgement.verdicts.get(mustShow.id)?.verdict ?? null,
      })),
    };
  });
}
