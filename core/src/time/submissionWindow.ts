/** UTC instants in ISO 8601; `lateUntil` null means that nothing is taken after `dueAt`. */
export interface SubmissionTimes {
  opensAt: string;
  dueAt: string;
  lateUntil: string | null;
}

export type WindowState = 'not-open' | 'open' | 'late' | 'closed';

/** What a hand-in at an instant would be. The due instant itself is still in time. */
export function submissionWindow({ opensAt, dueAt, lateUntil }: SubmissionTimes, at: string): WindowState {
  const now = Date.parse(at);
  if (now < Date.parse(opensAt)) return 'not-open';
  if (now <= Date.parse(dueAt)) return 'open';
  return lateUntil !== null && now <= Date.parse(lateUntil) ? 'late' : 'closed';
}
