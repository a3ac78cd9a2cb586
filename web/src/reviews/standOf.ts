import type { Review } from '@nachweis/contract';
import type { Verdict } from '@nachweis/core';
import type { KeptJudgement } from '../store/judgement.ts';

/** How a hand-in is judged as it stands here: the server's, with what was given in this browser and is not sent yet. */
export interface Stand {
  /** by must-show */
  verdicts: Readonly<Record<string, Verdict>>;
  /** must-shows whose verdict is not sent yet */
  unsent: ReadonlySet<string>;
  adjustment: { units: number; reason: string; unsent: boolean };
}

export function standOf({ judgement }: Review, kept: KeptJudgement | undefined): Stand {
  const verdicts: Record<string, Verdict> = {};
  for (const [id, { verdict }] of Object.entries(judgement.verdicts)) if (verdict) verdicts[id] = verdict;
  for (const [id, { verdict }] of Object.entries(kept?.verdicts ?? {})) {
    if (verdict) verdicts[id] = verdict;
    else delete verdicts[id];
  }
  const { adjustment: units, reason } = judgement.grade;
  return {
    verdicts,
    unsent: new Set(Object.keys(kept?.verdicts ?? {})),
    adjustment: kept?.adjustment ? { ...kept.adjustment, unsent: true } : { units, reason, unsent: false },
  };
}
