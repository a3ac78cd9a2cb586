import { randomUUID } from 'node:crypto';
import type {
  AssignmentDefinition,
  AssignmentDocument,
  Criterion,
  CriterionDefinition,
  PointDefinition,
  ProofPoint,
  Stage,
} from '@nachweis/contract';
import type { Context } from '../context.ts';
import { documentColumn } from '../db/columns.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem } from '../http/problem.ts';
import { readAssignment } from './documents.ts';

/** What was entered: its ids, in the order of the definition. */
export interface EnteredAssignment {
  id: string;
  version: number;
  points: Array<{ id: string; mustShows: Array<{ id: string; letter: string }> }>;
  /** ids of them */
  criteria: string[];
}

interface EnterOptions {
  /** who enters it; null for what comes with the demo */
  by?: string | null;
  newId?: () => string;
  /** of the assignment, where it is made elsewhere */
  id?: string;
  stage?: Stage;
}

/** Enters an assignment into a course, as its first version, in one transaction. */
export async function enterAssignment(
  { db, now }: Context,
  courseId: string,
  definition: AssignmentDefinition,
  options: EnterOptions = {},
): Promise<EnteredAssignment> {
  const at = now().toISOString();
  return db.transaction().execute((trx) => insertAssignment(trx, courseId, definition, at, options));
}

/** The same in a transaction that is open already. @param at UTC instant in ISO 8601 */
export async function insertAssignment(
  trx: DbOrTrx,
  courseId: string,
  definition: AssignmentDefinition,
  at: string,
  { by = null, newId = randomUUID, id = newId(), stage = 'given' }: EnterOptions = {},
): Promise<EnteredAssignment> {
  const document = documentOf(definition, { proofPoints: [], criteria: [] }, newId);
  await trx.insertInto('assignments').values({ id, course_id: courseId, version: 1, stage }).execute();
  await enterVersion(trx, id, 1, document, at, by);
  return entered(id, 1, document);
}

/**
 * Asks something else from now on: a further version. Whatever was handed in stays under the version it was made
 * under. Proof points, must-shows and criteria that are named by id keep theirs.
 *
 * @param baseVersion the version that was changed
 * @throws HttpProblem `stale-version` when there is a newer one
 */
export async function changeAssignment(
  { db, now }: Context,
  assignmentId: string,
  definition: AssignmentDefinition,
  baseVersion: number,
  { by = null, newId = randomUUID }: EnterOptions = {},
): Promise<EnteredAssignment> {
  return db.transaction().execute(async (trx) => {
    const before = await readAssignment(trx, assignmentId);
    if (before.version !== baseVersion) throw new HttpProblem('stale-version', { of: 'assignment' });
    const version = before.version + 1;
    const document = documentOf(definition, before, newId);
    await enterVersion(trx, assignmentId, version, document, now().toISOString(), by);
    await trx.updateTable('assignments').set({ version }).where('id', '=', assignmentId).execute();
    return entered(assignmentId, version, document);
  });
}

async function enterVersion(
  trx: DbOrTrx,
  assignment_id: string,
  version: number,
  document: AssignmentDocument,
  made_at: string,
  made_by: string | null,
): Promise<void> {
  const text = documentColumn.write(document);
  await trx
    .insertInto('assignment_versions')
    .values({ assignment_id, version, document: text, made_at, made_by })
    .execute();
}

function documentOf(
  definition: AssignmentDefinition,
  before: Pick<AssignmentDocument, 'proofPoints' | 'criteria'>,
  newId: () => string,
): AssignmentDocument {
  const {
    points,
    criteria = [],
    statementPrompt,
    statementForm = { kind: 'free' },
    counts = 'last',
    groupColumn = null,
    anonymous = false,
    lateRule = null,
    bonusUnits = 0,
    roundTo = 1,
    nameTarget = { alphabet: 'any', longest: null },
    ...rest
  } = definition;
  return {
    ...rest,
    counts,
    groupColumn,
    anonymous,
    lateRule,
    bonusUnits,
    roundTo,
    nameTarget,
    needsStatement: statementPrompt !== null,
    statementPrompt: statementPrompt ?? '',
    statementForm,
    proofPoints: points.map((point, index) => pointOf(point, index, before.proofPoints, newId)),
    criteria: criteria.map((criterion) => criterionOf(criterion, before.criteria, newId)),
  };
}

const criterionOf = (
  { id, title, levels }: CriterionDefinition,
  before: readonly Criterion[],
  newId: () => string,
): Criterion => ({ id: id && before.some((one) => one.id === id) ? id : newId(), title, levels });

function pointOf(
  point: PointDefinition,
  index: number,
  before: readonly ProofPoint[],
  newId: () => string,
): ProofPoint {
  const earlier = before.find((p) => p.id === point.id);
  const known = new Set(earlier?.mustShows.map((m) => m.id));
  return {
    id: earlier?.id ?? newId(),
    code: `P${index + 1}`,
    title: point.title,
    instructions: point.instructions,
    mustShows: point.mustShows.map(({ id, text, units }, place) => ({
      id: id && known.has(id) ? id : newId(),
      letter: String.fromCharCode('a'.charCodeAt(0) + place),
      text,
      units,
    })),
    requirements: {
      minPictures: point.minPictures ?? 1,
      maxPictures: point.maxPictures ?? 1,
      needsPins: point.needsPins ?? false,
      minWidth: point.minSize?.width ?? null,
      minHeight: point.minSize?.height ?? null,
      surface: point.surface ?? 'any',
      formats: point.formats ?? null,
      ratio: point.ratio ?? null,
      mostBytes: point.mostBytes ?? null,
      needsHidden: point.needsHidden ?? false,
      needsText: point.needsText ?? false,
      marks: point.marks ?? 'any',
      finishes: point.finishes ?? {},
      words: point.words ?? [],
    },
  };
}

const entered = (
  id: string,
  version: number,
  { proofPoints, criteria }: AssignmentDocument,
): EnteredAssignment => ({
  id,
  version,
  criteria: criteria.map((one) => one.id),
  points: proofPoints.map((p) => ({
    id: p.id,
    mustShows: p.mustShows.map((m) => ({ id: m.id, letter: m.letter })),
  })),
});
