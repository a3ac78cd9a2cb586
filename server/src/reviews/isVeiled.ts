import type { Assignment } from '@nachweis/contract';
import { type GivenGrant, termsFor } from '../assignments/terms.ts';

/**
 * Whether it is kept back whose the hand-ins of an assignment are: where it asks for that, until nothing can be handed in
 * any more by anybody and all that counts is judged.
 *
 * @param line how much of each hand-in that counts is not judged yet
 */
export function isVeiled(
  assignment: Assignment,
  grants: readonly GivenGrant[],
  line: ReadonlyArray<{ open: number }>,
  at: string,
): boolean {
  if (!assignment.anonymous) return false;
  const ends = [[], ...grants.map((grant) => [grant.personId])].map((personIds) => {
    const { dueAt, lateUntil } = termsFor(assignment, grants, personIds);
    return lateUntil ?? dueAt;
  });
  return ends.some((end) => end > at) || line.some((entry) => entry.open > 0);
}
