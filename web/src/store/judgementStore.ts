import type { Verdict } from '@nachweis/core';
import { judgementEntries } from './browserStore.ts';
import { type Judged, judgementKey, type KeptJudgement } from './judgement.ts';
import { nextRevision } from './nextRevision.ts';

const empty = (judged: Judged): KeptJudgement => ({
  ...judged,
  key: judgementKey(judged),
  verdicts: {},
  levels: {},
  adjustment: null,
  writeId: crypto.randomUUID(),
  revision: 0,
  tries: 0,
});

/** What is kept, as another write than the one that may be under way. */
export const changed = (before: KeptJudgement): KeptJudgement => ({
  ...before,
  writeId: crypto.randomUUID(),
  revision: nextRevision(before.revision),
  tries: 0,
});

/** Keeps verdicts until the server has them. @param versionOf the version each takes the place of */
export function keepVerdicts(
  judged: Judged,
  verdicts: Record<string, Verdict | null>,
  versionOf: (mustShowId: string) => number,
): Promise<boolean> {
  return judgementEntries.change(judgementKey(judged), (current) => {
    const before = current ?? empty(judged);
    const given = Object.entries(verdicts).map(([id, verdict]) => [
      id,
      { verdict, on: before.verdicts[id]?.on ?? versionOf(id) },
    ]);
    return { ...changed(before), verdicts: { ...before.verdicts, ...Object.fromEntries(given) } };
  });
}

/** Keeps levels of criteria until the server has them. @param versionOf the version each takes the place of */
export function keepLevels(
  judged: Judged,
  levels: Record<string, number | null>,
  versionOf: (criterionId: string) => number,
): Promise<boolean> {
  return judgementEntries.change(judgementKey(judged), (current) => {
    const before = current ?? empty(judged);
    const given = Object.entries(levels).map(([id, level]) => [
      id,
      { level, on: before.levels?.[id]?.on ?? versionOf(id) },
    ]);
    return { ...changed(before), levels: { ...before.levels, ...Object.fromEntries(given) } };
  });
}

export function keepAdjustment(
  judged: Judged,
  adjustment: { units: number; reason: string; baseVersion: number },
): Promise<boolean> {
  return judgementEntries.change(judgementKey(judged), (current) => {
    const before = current ?? empty(judged);
    return {
      ...before,
      adjustment: { id: crypto.randomUUID(), ...adjustment },
      revision: nextRevision(before.revision),
      tries: 0,
    };
  });
}

/** Lets go of what is kept for a hand-in. */
export const forgetJudgement = (key: string): Promise<boolean> =>
  judgementEntries.change(key, (current) => (current ? null : undefined));
