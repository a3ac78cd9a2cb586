import { randomUUID } from 'node:crypto';
import type { Requirements } from '@nachweis/contract';
import type { Context } from '@nachweis/server';

/** An assignment as it is written down; letters and numbers follow from the order. */
export interface AssignmentDefinition {
  title: string;
  brief: string;
  opensAt: string;
  dueAt: string;
  lateUntil: string | null;
  attempts: number;
  /** null: no own statement is asked for */
  statementPrompt: string | null;
  nameRule: string;
  points: PointDefinition[];
}

export interface PointDefinition {
  title: string;
  instructions: string;
  minPictures?: number;
  maxPictures?: number;
  needsPins?: boolean;
  minSize?: { width: number; height: number };
  /** what is to be taken; anything where it is not said */
  surface?: Requirements['surface'];
  /** what must be seen, with its worth in units of a hundredth of a point */
  mustShows: Array<{ text: string; units: number }>;
}

export interface EnteredAssignment {
  id: string;
  points: Array<{ id: string; mustShows: Array<{ id: string; letter: string }> }>;
}

/** Enters an assignment into a course. */
export async function enterAssignment(
  { db }: Context,
  courseId: string,
  definition: AssignmentDefinition,
  newId: () => string = randomUUID,
): Promise<EnteredAssignment> {
  const id = newId();
  await db
    .insertInto('assignments')
    .values({
      id,
      course_id: courseId,
      title: definition.title,
      brief: definition.brief,
      opens_at: definition.opensAt,
      due_at: definition.dueAt,
      late_until: definition.lateUntil,
      attempts: definition.attempts,
      needs_statement: definition.statementPrompt === null ? 0 : 1,
      statement_prompt: definition.statementPrompt ?? '',
      name_rule: definition.nameRule,
    })
    .execute();
  const points: EnteredAssignment['points'] = [];
  for (const [index, point] of definition.points.entries())
    points.push(await enterPoint({ db }, id, index + 1, point, newId));
  return { id, points };
}

async function enterPoint(
  { db }: Pick<Context, 'db'>,
  assignmentId: string,
  number: number,
  point: PointDefinition,
  newId: () => string,
) {
  const id = newId();
  await db
    .insertInto('proof_points')
    .values({
      id,
      assignment_id: assignmentId,
      number,
      title: point.title,
      instructions: point.instructions,
      min_pictures: point.minPictures ?? 1,
      max_pictures: point.maxPictures ?? 1,
      needs_pins: point.needsPins ? 1 : 0,
      min_width: point.minSize?.width ?? null,
      min_height: point.minSize?.height ?? null,
      surface: point.surface ?? 'any',
    })
    .execute();
  const mustShows = point.mustShows.map(({ text, units }, index) => ({
    id: newId(),
    proof_point_id: id,
    letter: String.fromCharCode('a'.charCodeAt(0) + index),
    text,
    units,
  }));
  if (mustShows.length > 0) await db.insertInto('must_shows').values(mustShows).execute();
  return { id, mustShows: mustShows.map((m) => ({ id: m.id, letter: m.letter })) };
}
