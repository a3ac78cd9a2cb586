import type { Assignment } from '@nachweis/contract';
import { formatPoints, type LatePer, lateCost, lateSteps } from '@nachweis/core';
import { pointsWords, several } from './counted.ts';

export type LateRule = NonNullable<Assignment['lateRule']>;

const PER_WORDS: Readonly<Record<LatePer, readonly [one: string, many: string]>> = {
  hour: ['started hour', 'started hours'],
  day: ['started day of 24 hours', 'started days of 24 hours'],
  'calendar-day': ['day of the calendar', 'days of the calendar'],
};

/** "2 started hours late" */
export const lateWords = ({ per }: LateRule, steps: number): string =>
  `${steps} ${PER_WORDS[per][steps === 1 ? 0 : 1]} late`;

/** What handing in late costs, in a sentence. */
export function lateRuleWords({ graceMinutes, per, takes, floorPercent }: LateRule): string {
  const cost = takes.kind === 'percent' ? `${takes.percent} % of all points` : pointsWords(takes.units);
  const grace = graceMinutes > 0 ? `, from ${several(graceMinutes, 'minute')} on` : '';
  const floor = floorPercent > 0 ? `; ${floorPercent} % of what was earned stays in any case` : '';
  return `Late costs ${cost} for each ${PER_WORDS[per][0]}${grace}${floor}.`;
}

/** What it would cost to hand in now, in a sentence; null where it costs nothing. */
export function lateNowWords(
  { lateRule, timeZone, mostUnits }: Pick<Assignment, 'lateRule' | 'timeZone' | 'mostUnits'>,
  dueAt: string,
  now: number,
): string | null {
  if (!lateRule) return null;
  const steps = lateSteps(lateRule, dueAt, new Date(now).toISOString(), timeZone);
  if (steps === 0) return 'That costs no points yet.';
  const cost = lateCost(lateRule, steps, mostUnits, mostUnits);
  return `Handed in now it is ${lateWords(lateRule, steps)}: that costs up to ${pointsWords(cost)} of ${formatPoints(mostUnits)}.`;
}

const ROUNDED: Readonly<Record<Assignment['roundTo'], string>> = {
  1: '',
  25: 'All points together are rounded to quarter points.',
  50: 'All points together are rounded to half points.',
  100: 'All points together are rounded to whole points.',
};

/** What may be given beyond all points, and how they are rounded, in sentences. */
export const pointRules = ({ bonusUnits, roundTo }: Pick<Assignment, 'bonusUnits' | 'roundTo'>): string =>
  `${bonusUnits > 0 ? `Up to ${pointsWords(bonusUnits)} more can be given as a bonus. ` : ''}${ROUNDED[roundTo]}`;
