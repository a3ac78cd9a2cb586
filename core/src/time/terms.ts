import type { SubmissionTimes } from './submissionWindow.ts';

/** What holds for one person on one assignment: when, and how often. */
export interface Terms extends SubmissionTimes {
  /** how many hand-ins are allowed, at least 1 */
  attempts: number;
}

/** What was granted to one person; what it does not name stays as the assignment has it. */
export type TermsGrant = { [K in keyof Terms]?: Terms[K] | undefined };

/**
 * The one place that says what holds for a person. A later grant goes before an earlier one, name by name; a due time
 * that was moved behind the end of the late time moves that end along.
 */
export function grantedTerms(assignment: Terms, grants: readonly TermsGrant[] = []): Terms {
  const terms: Terms = {
    opensAt: assignment.opensAt,
    dueAt: assignment.dueAt,
    lateUntil: assignment.lateUntil,
    attempts: assignment.attempts,
  };
  for (const grant of grants) {
    if (grant.opensAt !== undefined) terms.opensAt = grant.opensAt;
    if (grant.dueAt !== undefined) terms.dueAt = grant.dueAt;
    if (grant.lateUntil !== undefined) terms.lateUntil = grant.lateUntil;
    if (grant.attempts !== undefined) terms.attempts = grant.attempts;
  }
  if (terms.lateUntil !== null && Date.parse(terms.lateUntil) < Date.parse(terms.dueAt))
    terms.lateUntil = terms.dueAt;
  return terms;
}
