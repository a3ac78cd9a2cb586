import { wallTimeOf } from '../time/zonedTime.ts';

/** What lateness is counted in; a unit that has been begun counts whole. */
export const LATE_PER = ['hour', 'day', 'calendar-day'] as const;
export type LatePer = (typeof LATE_PER)[number];

/** What handing in late costs. */
export interface LateRule {
  /** minutes after the due time that cost nothing, at least 0; after them all of the lateness counts */
  graceMinutes: number;
  /** an hour of 60 minutes, a day of 24 hours, or a day of the course's calendar */
  per: LatePer;
  /** what each of them costs: whole percent of all there is, or units of a hundredth of a point */
  takes: { kind: 'percent'; percent: number } | { kind: 'units'; units: number };
  /** whole percent of what was earned that lateness never takes, 0 to 100 */
  floorPercent: number;
}

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/**
 * How many hours or days of lateness count. The due instant itself is in time. Of the calendar the dates after the due
 * date count, and lateness on the due date counts as one.
 * @param dueAt ISO 8601, as `handedInAt`; as it holds for the person
 * @param timeZone IANA name of the course's zone, whose calendar it is
 */
export function lateSteps(
  { graceMinutes, per }: Pick<LateRule, 'graceMinutes' | 'per'>,
  dueAt: string,
  handedInAt: string,
  timeZone: string,
): number {
  const late = Date.parse(handedInAt) - Date.parse(dueAt);
  if (!(late > graceMinutes * MINUTE)) return 0;
  if (per === 'hour') return Math.ceil(late / HOUR);
  if (per === 'day') return Math.ceil(late / DAY);
  const dateOf = (instant: string) => Date.parse(wallTimeOf(instant, timeZone).slice(0, 10));
  // Dates are counted as such: one of 23 or 25 hours is one.
  return Math.max(Math.round((dateOf(handedInAt) - dateOf(dueAt)) / DAY), 1);
}

/**
 * What lateness costs, in units. A part of a unit is not taken.
 * @param earned units from the verdicts
 * @param most units that the assignment is worth
 */
export function lateCost(
  { takes, floorPercent }: Pick<LateRule, 'takes' | 'floorPercent'>,
  steps: number,
  earned: number,
  most: number,
): number {
  const asked =
    takes.kind === 'units' ? takes.units * steps : Math.floor((most * takes.percent * steps) / 100);
  const stays = Math.ceil((earned * floorPercent) / 100);
  return Math.max(Math.min(asked, earned - stays), 0);
}
