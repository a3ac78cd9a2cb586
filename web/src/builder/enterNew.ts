import { AssignmentDefinition, type DefinitionView } from '@nachweis/contract';
import { callApi } from '../api/callApi.ts';
import { toForm } from './form.ts';

/**
 * Enters a new assignment. Where one was entered under the id before and its answer was lost, what was written since is
 * asked instead of what it had then.
 * @throws ApiProblem
 */
export async function enterNew(
  courseId: string,
  id: string,
  definition: AssignmentDefinition,
): Promise<DefinitionView> {
  const made = await callApi('createAssignment', { params: { courseId }, body: { id, definition } });
  // As the server reads it: it leaves blanks at the ends away, for instance.
  const written = AssignmentDefinition.parse(definition);
  const isAsWritten = textOf(made.definition, made.timeZone) === textOf(written, made.timeZone);
  if (isAsWritten) return made;
  const params = { assignmentId: id };
  const body = { definition: namedAs(made.definition, definition), baseVersion: made.version };
  await callApi('changeDefinition', { params, body });
  return callApi('readDefinition', { params });
}

/** A definition as it came from elsewhere or before it is entered: without the ids of its parts. */
export function withoutIds(definition: AssignmentDefinition): AssignmentDefinition {
  return {
    ...definition,
    points: definition.points.map(({ id: _, ...point }) => ({
      ...point,
      mustShows: point.mustShows.map(({ id: __, ...mustShow }) => mustShow),
    })),
    ...(definition.criteria && { criteria: definition.criteria.map(({ id: _, ...criterion }) => criterion) }),
  };
}

/** What is written in it, whichever way it was written down. */
const textOf = (definition: AssignmentDefinition, timeZone: string): string =>
  JSON.stringify(toForm(withoutIds(definition), timeZone));

/** The parts that are at the same place are the same, so that what hangs on them stays there. */
function namedAs(before: AssignmentDefinition, definition: AssignmentDefinition): AssignmentDefinition {
  const { points, criteria } = before;
  return {
    ...definition,
    points: definition.points.map((point, i) => ({
      ...point,
      id: points[i]?.id,
      mustShows: point.mustShows.map((mustShow, j) => ({ ...mustShow, id: points[i]?.mustShows[j]?.id })),
    })),
    ...(definition.criteria && {
      criteria: definition.criteria.map((criterion, i) => ({ ...criterion, id: criteria?.[i]?.id })),
    }),
  };
}
