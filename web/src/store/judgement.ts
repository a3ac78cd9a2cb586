import type { Verdict } from '@nachweis/core';

/** Verdicts and an adjustment that were given here and that the server does not have yet. */
export interface KeptJudgement {
  /** person and hand-in */
  key: string;
  personId: string;
  handInId: string;
  /** by must-show, each with the version it takes the place of */
  verdicts: Record<string, { verdict: Verdict | null; on: number }>;
  /** by criterion, likewise; missing in what was kept before there were criteria */
  levels?: Record<string, { level: number | null; on: number }>;
  adjustment: { id: string; units: number; reason: string; baseVersion: number } | null;
  /** of the write it is sent with; another one after every change */
  writeId: string;
  revision: number;
  tries: number;
}

export const judgementKey = (personId: string, handInId: string) => `${personId}/${handInId}`;
