import type { AssignmentDefinition } from '@nachweis/contract';
import { daysLater, weeksToCome } from '@nachweis/core';

/**
 * An earlier assignment as one of now: where its due time has passed, all its times are later by as many weeks as it
 * takes for it to open in the future.
 * @param now milliseconds since 1970
 */
export function forNextTime(
  definition: AssignmentDefinition,
  now: number,
  timeZone: string,
): { definition: AssignmentDefinition; weeks: number } {
  const { opensAt, dueAt, lateUntil } = definition;
  if (Date.parse(dueAt) > now) return { definition, weeks: 0 };
  const weeks = weeksToCome(opensAt, now, timeZone);
  const later = (instant: string) => daysLater(instant, 7 * weeks, timeZone);
  return {
    definition: {
      ...definition,
      opensAt: later(opensAt),
      dueAt: later(dueAt),
      lateUntil: lateUntil && later(lateUntil),
    },
    weeks,
  };
}
