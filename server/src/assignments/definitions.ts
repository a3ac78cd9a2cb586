import type {
  AssignmentDefinition,
  AssignmentDocument,
  ChangeEffects,
  DefinitionView,
  Stage,
} from '@nachweis/contract';
import type { Context } from '../context.ts';
import type { DbOrTrx } from '../db/database.ts';
import { HttpProblem } from '../http/problem.ts';
import { readAssignment } from './documents.ts';
import { changeAssignment, insertAssignment } from './enterAssignment.ts';

/** An assignment as it was written down, with the ids of its proof points and must-shows. */
export function definitionOf(document: AssignmentDocument): AssignmentDefinition {
  const { title, brief, opensAt, dueAt, lateUntil, attempts, counts, lateRule, nameRule } = document;
  const { groupColumn, anonymous, bonusUnits, roundTo, nameTarget } = document;
  return {
    title,
    brief,
    opensAt,
    dueAt,
    lateUntil,
    attempts,
    counts,
    ...(groupColumn && { groupColumn }),
    ...(anonymous && { anonymous }),
    ...(lateRule && { lateRule }),
    ...(bonusUnits > 0 && { bonusUnits }),
    ...(roundTo > 1 && { roundTo }),
    nameRule,
    ...((nameTarget.alphabet !== 'any' || nameTarget.longest !== null) && { nameTarget }),
    statementPrompt: document.needsStatement ? document.statementPrompt : null,
    ...(document.statementForm.kind !== 'free' && { statementForm: document.statementForm }),
    ...(document.criteria.length > 0 && { criteria: document.criteria }),
    points: document.proofPoints.map(({ id, title: name, instructions, mustShows, requirements: r }) => ({
      id,
      title: name,
      instructions,
      minPictures: r.minPictures,
      maxPictures: r.maxPictures,
      needsPins: r.needsPins,
      ...(r.minWidth !== null &&
        r.minHeight !== null && { minSize: { width: r.minWidth, height: r.minHeight } }),
      surface: r.surface,
      ...(r.formats && { formats: r.formats }),
      ...(r.ratio && { ratio: r.ratio }),
      ...(r.mostBytes && { mostBytes: r.mostBytes }),
      ...(r.needsHidden && { needsHidden: true }),
      ...(r.needsText && { needsText: true }),
      ...(r.marks !== 'any' && { marks: r.marks }),
      ...(Object.keys(r.finishes).length > 0 && { finishes: r.finishes }),
      ...(r.words.length > 0 && { words: r.words }),
      mustShows: mustShows.map(({ id: mustShowId, text, units }) => ({ id: mustShowId, text, units })),
    })),
  };
}

export async function readDefinition({ db }: Context, assignmentId: string): Promise<DefinitionView> {
  const assignment = await readAssignment(db, assignmentId);
  const { id, courseId, courseTitle, timeZone, version, stage } = assignment;
  const { drafts } = await db
    .selectFrom('evidence')
    .select((eb) => eb.fn.count<number>('student_id').distinct().as('drafts'))
    .where('assignment_id', '=', id)
    .where('removed_at', 'is', null)
    .executeTakeFirstOrThrow();
  const definition = definitionOf(assignment);
  const handIns = await countHandIns(db, id);
  return { id, courseId, courseTitle, timeZone, definition, version, stage, handIns, drafts };
}

async function countHandIns(db: DbOrTrx, assignmentId: string): Promise<number> {
  const { count } = await db
    .selectFrom('hand_ins')
    .select((eb) => eb.fn.countAll<number>().as('count'))
    .where('assignment_id', '=', assignmentId)
    .where('withdrawn_at', 'is', null)
    .executeTakeFirstOrThrow();
  return count;
}

/**
 * Enters an assignment as a draft, which no student sees.
 * @param id made by who asks, so that asking again after a lost answer enters it once
 * @throws HttpProblem `already-exists` when another one has the id
 */
export async function createDefinition(
  context: Context,
  courseId: string,
  id: string,
  definition: AssignmentDefinition,
  by: string,
): Promise<DefinitionView> {
  const at = context.now().toISOString();
  await context.db.transaction().execute(async (trx) => {
    const there = await trx
      .selectFrom('assignments')
      .select('course_id')
      .where('id', '=', id)
      .executeTakeFirst();
    if (there && there.course_id !== courseId) throw new HttpProblem('already-exists', { of: 'assignment' });
    if (!there) await insertAssignment(trx, courseId, definition, at, { by, id, stage: 'draft' });
  });
  return readDefinition(context, id);
}

/** Asks something else from now on; or, tried, only says what that means for work that is there. */
export async function changeDefinition(
  context: Context,
  assignmentId: string,
  definition: AssignmentDefinition,
  baseVersion: number,
  by: string,
  dryRun: boolean,
): Promise<ChangeEffects> {
  const { db } = context;
  const before = await readAssignment(db, assignmentId);
  const kept = new Set(definition.points.map((point) => point.id));
  const lost: ChangeEffects['lost'] = [];
  for (const { id, code, title } of before.proofPoints.filter((point) => !kept.has(point.id))) {
    const { students } = await db
      .selectFrom('evidence')
      .select((eb) => eb.fn.count<number>('student_id').distinct().as('students'))
      .where('proof_point_id', '=', id)
      .where('removed_at', 'is', null)
      .executeTakeFirstOrThrow();
    lost.push({ code, title, students });
  }
  const handIns = await countHandIns(db, assignmentId);
  if (dryRun) {
    if (before.version !== baseVersion) throw new HttpProblem('stale-version', { of: 'assignment' });
    return { version: before.version, handIns, lost };
  }
  const { version } = await changeAssignment(context, assignmentId, definition, baseVersion, { by });
  return { version, handIns, lost };
}

/**
 * Gives an assignment to the students, takes it back, or puts it away.
 * @throws HttpProblem `in-use` when it would become a draft again though students have work in it
 */
export async function setStage(
  context: Context,
  assignmentId: string,
  stage: Stage,
): Promise<DefinitionView> {
  await context.db.transaction().execute(async (trx) => {
    if (stage === 'draft') {
      const work = await trx
        .selectFrom('drafts')
        .select('student_id')
        .where('assignment_id', '=', assignmentId)
        .executeTakeFirst();
      if (work || (await countHandIns(trx, assignmentId)) > 0)
        throw new HttpProblem('in-use', { of: 'assignment' });
    }
    await trx.updateTable('assignments').set({ stage }).where('id', '=', assignmentId).execute();
  });
  return readDefinition(context, assignmentId);
}
