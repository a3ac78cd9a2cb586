import type { Verdict } from '@nachweis/core';

/** What is judged: a hand-in, by one person, in one of its markings. */
export interface Judged {
  personId: string;
  handInId: string;
  /** by a second marker, who sees nothing of the first marking */
  second?: boolean;
}

/** Verdicts and an adjustment that were given here and that the server does not have yet. */
export interface KeptJudgement extends Judged {
  /** as `judgementKey` says it */
  key: string;
  /** by must-show, each with the version it takes the place of */
  verdicts: Record<string, { verdict: Verdict | null; on: number }>;
  /** by criterion, likewise; missing in what was kept before there were criteria */
  levels?: Record<string, { level: number | null; on: number }>;
  adjustment: { id: string; units: number; reason: string; baseVersion: number } | null;
  /** of the write it is sent with; another one after every change */
  writeId: string;
  /** writes that were sent and not answered, the last one last: the server may have them */
  asked?: readonly string[];
  revision: number;
  tries: number;
}

export const judgementKey = ({ personId, handInId, second }: Judged): string =>
  `${personId}/${handInId}${second ? '/second' : ''}`;
