import type {
  Assignment,
  AssignmentLedger,
  FindingCount,
  MarkerFigures,
  PointsRow,
} from '@nachweis/contract';
import { criterionUnits, gradeHandIn } from '@nachweis/core';
import { asJudged, readCorrections } from '../assignments/corrections.ts';
import { readAssignment } from '../assignments/documents.ts';
import { readGrants } from '../assignments/terms.ts';
import type { Context } from '../context.ts';
import { readClassOrder } from '../people/classList.ts';
import { type Names, namesOf } from '../people/names.ts';
import { readExempt } from './exemptions.ts';
import { type CheckedItem, readFindings } from './findings.ts';
import { isVeiled } from './isVeiled.ts';
import { gradeOf } from './judgements.ts';
import { latenessOf } from './lateness.ts';
import { cellOf, countingOf, mustShowsOf, withheld } from './ledgerCells.ts';
import { type LineEntry, readLine } from './line.ts';

/** The book of one assignment. Set-based: as many queries for 3 students as for 300. */
export async function readAssignmentLedger(
  { db, now }: Context,
  assignmentId: string,
): Promise<AssignmentLedger> {
  const at = now().toISOString();
  const assignment = await readAssignment(db, assignmentId);
  const judged = asJudged(assignment, await readCorrections(db, assignmentId));
  const order = await readClassOrder(db, assignment.courseId);
  const line = await readLine(db, assignmentId, order, at);
  const grants = await readGrants(db, assignmentId);
  const exempt = await readExempt(db, assignmentId);
  const counting = countingOf(line, assignment.counts);
  const entries = new Map([...counting.values()].map((entry) => [entry.handIn.id, entry]));
  const items = (await readFindings(db, assignmentId, order, (id) => entries.get(id)?.assignment)).filter(
    (item) => entries.has(item.handInId),
  );
  const names = order.told(
    await namesOf(db, [...order.studentIds, ...[...entries.values()].flatMap(givers)]),
  );
  const veiled = isVeiled(assignment, grants, line, at);
  const { id, title, dueAt, mostUnits, bonusUnits, roundTo } = judged;
  return {
    courseId: assignment.courseId,
    courseTitle: assignment.courseTitle,
    timeZone: assignment.timeZone,
    assignment: {
      id,
      title,
      dueAt,
      mostUnits,
      roundTo,
      mustShows: veiled ? [] : mustShowsOf(judged, counting),
    },
    proofPoints: judged.proofPoints.map((point) => ({
      code: point.code,
      title: point.title,
      mostUnits: gradeHandIn(asked(point, null)).most,
    })),
    criteriaUnits:
      judged.criteria.length === 0
        ? null
        : judged.criteria.reduce((sum, { levels }) => sum + criterionUnits(levels.map((l) => l.units)), 0),
    veiled,
    rows: order.studentIds.map((personId): PointsRow => {
      const entry = counting.get(personId);
      const student = { id: personId, name: names(personId), listed: order.listed(personId) };
      const cell = withheld(cellOf(entry, exempt.get(personId), mostUnits + bonusUnits), veiled);
      const shown = entry && cell.state !== 'exempt' && !veiled ? entry : null;
      return { ...cell, student, ...partsOf(shown, judged, grants) };
    }),
    // Of few who have handed in, also figures of all would tell of one.
    findings: veiled ? [] : countsOf(items),
    checked: veiled ? 0 : new Set(items.map((item) => item.handInId)).size,
    markers: veiled ? [] : markersOf([...entries.values()], names),
  };
}

type ProofPoint = Assignment['proofPoints'][number];

/** The must-shows of a proof point that count, as they were judged; with nobody's judgement, as they are asked. */
function asked({ mustShows }: ProofPoint, judgement: LineEntry['judgement'] | null) {
  return mustShows
    .filter(({ corrected }) => corrected?.counts !== false)
    .map(({ id, units }) => ({ units, verdict: judgement?.verdicts.get(id)?.verdict ?? null }));
}

/** What the points of a hand-in are made of. */
function partsOf(
  entry: LineEntry | null,
  { proofPoints }: Assignment,
  grants: Parameters<typeof latenessOf>[1],
): Pick<PointsRow, 'points' | 'criteria' | 'lateCost' | 'adjustment' | 'rounding'> {
  if (!entry)
    return { points: proofPoints.map(() => null), criteria: null, lateCost: 0, adjustment: 0, rounding: 0 };
  const { assignment, judgement, handIn } = entry;
  const closed = (judged: Parameters<typeof gradeHandIn>[0]): number | null => {
    const { open, fromVerdicts } = gradeHandIn(judged);
    return open > 0 ? null : fromVerdicts;
  };
  const late = latenessOf(assignment, grants, handIn);
  const { lateCost, adjustment, exact, total } = gradeOf(assignment, judgement, late);
  const levels = assignment.criteria.map((criterion) => ({
    levels: criterion.levels.map(({ units }) => units),
    level: judgement.levels.get(criterion.id)?.level ?? null,
  }));
  return {
    // As it was asked when this was handed in: there a proof point may have had other must-shows, or not have been.
    points: proofPoints.map(({ id }) => {
      const answered = assignment.proofPoints.find((point) => point.id === id);
      return answered ? closed(asked(answered, judgement)) : null;
    }),
    criteria: levels.length === 0 ? null : closed(levels),
    lateCost,
    adjustment,
    rounding: total - exact,
  };
}

/** In how many hand-ins each code was found, the commonest first. */
function countsOf(items: readonly CheckedItem[]): FindingCount[] {
  const found = new Map<string, { code: string; level: FindingCount['level']; in: Set<string> }>();
  for (const { handInId, findings } of items)
    for (const { code, level } of findings) {
      if (level === 'fine') continue;
      const key = `${level} ${code}`;
      const there = found.get(key) ?? { code, level, in: new Set() };
      there.in.add(handInId);
      found.set(key, there);
    }
  return [...found.values()]
    .map(({ code, level, in: handIns }) => ({ code, level, handIns: handIns.size }))
    .sort((a, b) => b.handIns - a.handIns || a.code.localeCompare(b.code));
}

const givers = ({ judgement }: LineEntry): string[] =>
  [...judgement.verdicts.values()].map(({ givenBy }) => givenBy);

/** Who gave the verdicts that hold, on must-shows that count. */
function markersOf(entries: readonly LineEntry[], names: Names): MarkerFigures[] {
  const markers = new Map<string, { handIns: Set<string>; verdicts: MarkerFigures['verdicts'] }>();
  for (const { handIn, assignment, judgement } of entries)
    for (const { id, corrected } of assignment.proofPoints.flatMap(({ mustShows }) => mustShows)) {
      const said = judgement.verdicts.get(id);
      if (!said?.verdict || corrected?.counts === false) continue;
      const there = markers.get(said.givenBy) ?? {
        handIns: new Set(),
        verdicts: { shown: 0, partly: 0, 'not-shown': 0 },
      };
      there.handIns.add(handIn.id);
      there.verdicts[said.verdict]++;
      markers.set(said.givenBy, there);
    }
  return [...markers]
    .map(([id, { handIns, verdicts }]) => ({ id, name: names(id), handIns: handIns.size, verdicts }))
    .sort((a, b) => a.name.localeCompare(b.name));
}
