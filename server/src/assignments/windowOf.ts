import type { Assignment } from '@nachweis/contract';
import { type SubmissionTimes, submissionWindow, type WindowState } from '@nachweis/core';

/** Whether one may hand in now. What was put away takes nothing, whatever its times say. @param at UTC instant */
export const windowOf = (
  { stage }: Pick<Assignment, 'stage'>,
  times: SubmissionTimes,
  at: string,
): WindowState => (stage === 'archived' ? 'closed' : submissionWindow(times, at));
