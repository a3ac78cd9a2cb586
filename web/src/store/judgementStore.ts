import type { Verdict } from '@nachweis/core';
import { judgementEntries } from './browserStore.ts';
import { judgementKey, type KeptJudgement } from './judgement.ts';

const empty = (personId: string, handInId: string): KeptJudgement => ({
  key: judgementKey(personId, handInId),
  personId,
  handInId,
  verdicts: {},
  adjustment: null,
  writeId: crypto.randomUUID(),
  revision: 0,
  tries: 0,
});

/** Keeps verdicts until the server has them. @param versionOf the version each takes the place of */
export function keepVerdicts(
  personId: string,
  handInId: string,
  verdicts: Record<string, Verdict | null>,
  versionOf: (mustShowId: string) => number,
): Promise<boolean> {
  return judgementEntries.change(judgementKey(personId, handInId), (current) => {
    const before = current ?? empty(personId, handInId);
    const given = Object.entries(verdicts).map(([id, verdict]) => [
      id,
      { verdict, on: before.verdicts[id]?.on ?? versionOf(id) },
    ]);
    return {
      ...before,
      verdicts: { ...before.verdicts, ...Object.fromEntries(given) },
      writeId: crypto.randomUUID(),
      revision: before.revision + 1,
      tries: 0,
    };
  });
}

export function keepAdjustment(
  personId: string,
  handInId: string,
  adjustment: { units: number; reason: string; baseVersion: number },
): Promise<boolean> {
  return judgementEntries.change(judgementKey(personId, handInId), (current) => {
    const before = current ?? empty(personId, handInId);
    return {
      ...before,
      adjustment: { id: crypto.randomUUID(), ...adjustment },
      revision: before.revision + 1,
      tries: 0,
    };
  });
}

/** Lets go of what is kept for a hand-in. */
export const forgetJudgement = (key: string): Promise<boolean> =>
  judgementEntries.change(key, (current) => (current ? null : undefined));
