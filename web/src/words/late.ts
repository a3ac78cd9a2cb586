import type { Assignment } from '@nachweis/contract';
import type { LatePer } from '@nachweis/core';
import { pointsWords, several } from './counted.ts';

export type LateRule = NonNullable<Assignment['lateRule']>;

/** What lateness is counted in. */
export const PER_WORDS: Readonly<Record<LatePer, readonly [one: string, many: string]>> = {
  hour: ['started hour', 'started hours'],
  day: ['started day of 24 hours', 'started days of 24 hours'],
  'calendar-day': ['day of the calendar', 'days of the calendar'],
};

/** What handing in late costs, in a sentence. */
export function lateRuleWords({ graceMinutes, per, takes, floorPercent }: LateRule): string {
  const cost = takes.kind === 'percent' ? `${takes.percent} % of all points` : pointsWords(takes.units);
  const grace = graceMinutes > 0 ? `, from ${several(graceMinutes, 'minute')} on` : '';
  const floor = floorPercent > 0 ? `; ${floorPercent} % of what was earned stays in any case` : '';
  return `Late costs ${cost} for each ${PER_WORDS[per][0]}${grace}${floor}.`;
}

const STEPS: Readonly<Record<number, string>> = { 25: 'quarter', 50: 'half', 100: 'whole' };

/** What may be given beyond all points, and how they are rounded, in sentences. */
export const pointRules = ({ bonusUnits, roundTo }: Pick<Assignment, 'bonusUnits' | 'roundTo'>): string =>
  [
    bonusUnits > 0 && `Up to ${pointsWords(bonusUnits)} more can be given as a bonus.`,
    STEPS[roundTo] && `All points together are rounded to ${STEPS[roundTo]} points.`,
  ]
    .filter(Boolean)
    .join(' ');
