import type { Assignment, Review } from '@nachweis/contract';
import type { JudgedCriterion, JudgedMustShow, Verdict } from '@nachweis/core';
import type { KeptJudgement } from '../store/judgement.ts';

/** How a hand-in is judged as it stands here: the server's, with what was given in this browser and is not sent yet. */
export interface Stand {
  /** by must-show */
  verdicts: Readonly<Record<string, Verdict>>;
  /** by criterion */
  levels: Readonly<Record<string, number>>;
  /** must-shows and criteria whose judgement is not sent yet */
  unsent: ReadonlySet<string>;
  adjustment: { units: number; reason: string; unsent: boolean };
  /** where what is not sent lies: a browser without room for it has it in this page alone */
  liesIn: 'browser' | 'page';
}

/** What is asked with how it is judged here, to be added up. */
export function judgedAs(
  { proofPoints, criteria }: Pick<Assignment, 'proofPoints' | 'criteria'>,
  { verdicts, levels }: Pick<Stand, 'verdicts' | 'levels'>,
): Array<JudgedMustShow | JudgedCriterion> {
  return [
    ...proofPoints
      .flatMap((point) => point.mustShows)
      .filter((mustShow) => mustShow.corrected?.counts !== false)
      .map(({ id, units }) => ({ units, verdict: verdicts[id] ?? null })),
    ...criteria.map(({ id, levels: all }) => ({
      levels: all.map((level) => level.units),
      level: levels[id] ?? null,
    })),
  ];
}

/** @param isOnDisk whether the browser has what is kept */
export function standOf(
  { judgement }: Review,
  kept: Pick<KeptJudgement, 'verdicts' | 'levels' | 'adjustment'> | undefined,
  isOnDisk = true,
): Stand {
  const verdicts: Record<string, Verdict> = {};
  for (const [id, { verdict }] of Object.entries(judgement.verdicts)) if (verdict) verdicts[id] = verdict;
  for (const [id, { verdict }] of Object.entries(kept?.verdicts ?? {})) {
    if (verdict) verdicts[id] = verdict;
    else delete verdicts[id];
  }
  const levels: Record<string, number> = {};
  for (const [id, { level }] of [
    ...Object.entries(judgement.levels),
    ...Object.entries(kept?.levels ?? {}),
  ]) {
    if (level === null) delete levels[id];
    else levels[id] = level;
  }
  const { adjustment: units, reason } = judgement.grade;
  return {
    verdicts,
    levels,
    unsent: new Set(Object.keys({ ...kept?.verdicts, ...kept?.levels })),
    adjustment: kept?.adjustment ? { ...kept.adjustment, unsent: true } : { units, reason, unsent: false },
    liesIn: isOnDisk ? 'browser' : 'page',
  };
}
