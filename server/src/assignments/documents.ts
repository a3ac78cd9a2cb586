import type { Assignment, AssignmentDocument, Stage } from '@nachweis/contract';
import { criterionUnits } from '@nachweis/core';
import { documentColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { notFound } from '../http/problem.ts';

/** One version of an assignment and the version's number. */
export type VersionOf = (assignmentId: string, version: number) => Assignment;

const columns = [
  'assignment_versions.assignment_id as id',
  'assignment_versions.version',
  'assignment_versions.document',
  'assignments.course_id',
  'assignments.stage',
  'courses.title as course_title',
  'courses.time_zone',
] as const;

const versions = (db: DbOrTrx) =>
  db
    .selectFrom('assignments')
    .innerJoin('courses', 'courses.id', 'assignments.course_id')
    .innerJoin('assignment_versions', 'assignment_versions.assignment_id', 'assignments.id')
    .select(columns);

/**
 * An assignment as it is asked now, or as an earlier version asked it.
 * @throws HttpProblem `not-found`
 */
export async function readAssignment(
  db: DbOrTrx,
  assignmentId: string,
  version?: number,
): Promise<Assignment> {
  const row = await versions(db)
    .where('assignments.id', '=', assignmentId)
    .where((eb) =>
      version === undefined
        ? eb('assignment_versions.version', '=', eb.ref('assignments.version'))
        : eb('assignment_versions.version', '=', version),
    )
    .executeTakeFirst();
  if (!row) throw notFound('assignment');
  return toAssignment(row);
}

/** All versions of an assignment, by number. */
export async function readVersions(db: DbOrTrx, assignmentId: string): Promise<Map<number, Assignment>> {
  const rows = await versions(db).where('assignments.id', '=', assignmentId).execute();
  return new Map(rows.map((row) => [row.version, toAssignment(row)]));
}

/** Every assignment of some courses as it is asked now. */
export async function readCourseAssignments(
  db: DbOrTrx,
  courseIds: readonly string[],
): Promise<Assignment[]> {
  if (courseIds.length === 0) return [];
  const rows = await versions(db)
    .where('assignments.course_id', 'in', courseIds)
    .whereRef('assignment_versions.version', '=', 'assignments.version')
    .execute();
  return rows.map(toAssignment);
}

interface VersionRow {
  id: string;
  version: number;
  document: string;
  course_id: string;
  stage: Stage;
  course_title: string;
  time_zone: string;
}

function toAssignment(row: VersionRow): Assignment {
  const document = documentColumn.read(row.document) ?? UNREADABLE;
  return {
    ...document,
    id: row.id,
    courseId: row.course_id,
    courseTitle: row.course_title,
    timeZone: row.time_zone,
    version: row.version,
    stage: row.stage,
    mostUnits: mostUnitsOf(document),
  };
}

/** What all must-shows of an assignment that count, and the best levels of its criteria, are worth together. */
export const mostUnitsOf = ({
  proofPoints,
  criteria,
}: Pick<AssignmentDocument, 'proofPoints' | 'criteria'>): number =>
  [
    ...proofPoints.flatMap((point) => point.mustShows).map((mustShow) => mustShow.units),
    ...criteria.map(({ levels }) => criterionUnits(levels.map((level) => level.units))),
  ].reduce((sum, units) => sum + units, 0);

/** Stands for a document that is damaged: one assignment without content, and every other one as it is. */
const UNREADABLE: AssignmentDocument = {
  title: '?',
  brief: '',
  opensAt: '9999-12-31T00:00:00.000Z',
  dueAt: '9999-12-31T00:00:00.000Z',
  lateUntil: null,
  attempts: 1,
  counts: 'last',
  groupColumn: null,
  anonymous: false,
  lateRule: null,
  bonusUnits: 0,
  roundTo: 1,
  needsStatement: false,
  statementPrompt: '',
  statementForm: { kind: 'free' },
  nameRule: '{surname}_{point}',
  nameTarget: { alphabet: 'any', longest: null },
  proofPoints: [],
  criteria: [],
};
