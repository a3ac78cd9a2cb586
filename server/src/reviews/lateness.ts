import type { Assignment } from '@nachweis/contract';
import { lateSteps, submissionWindow } from '@nachweis/core';
import { type GivenGrant, termsFor } from '../assignments/terms.ts';

/**
 * How many hours or days of lateness count for a hand-in, by the rule of the version it was made under and by what holds
 * for its people now: a due time that was granted afterwards takes the cost away.
 */
export function latenessOf(
  assignment: Assignment,
  grants: readonly GivenGrant[],
  handIn: { personIds: readonly string[]; handed_in_at: string },
): number {
  if (!assignment.lateRule) return 0;
  const { dueAt } = termsFor(assignment, grants, handIn.personIds);
  return lateSteps(assignment.lateRule, dueAt, handIn.handed_in_at, assignment.timeZone);
}

/** By how many milliseconds a hand-in came after the due time that holds for its people now; 0 where it is not late. */
export function lateMs(
  assignment: Assignment,
  grants: readonly GivenGrant[],
  { personIds, handed_in_at }: { personIds: readonly string[]; handed_in_at: string },
): number {
  const { dueAt } = termsFor(assignment, grants, personIds);
  return Math.max(0, Date.parse(handed_in_at) - Date.parse(dueAt));
}

/** Whether a hand-in is late by what holds for its people now; its receipt says how it was when it was made. */
export const isLate = (
  assignment: Assignment,
  grants: readonly GivenGrant[],
  { personIds, handed_in_at }: { personIds: readonly string[]; handed_in_at: string },
): boolean => submissionWindow(termsFor(assignment, grants, personIds), handed_in_at) !== 'open';
