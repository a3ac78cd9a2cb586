import { instantOf, timesShown, wallTimeOf } from '@nachweis/core';

/**
 * What becomes of a time that daylight saving skips or repeats; nothing is said of any other.
 * @param exact the instant that it is, where it is known better than by what is written
 */
export function clockHint(wallTime: string, timeZone: string, exact?: string | null): string {
  const first = instantOf(wallTime, timeZone);
  const shown = timesShown(wallTime, timeZone);
  if (!first || shown === 1) return '';
  const hour = wallTime.slice(11);
  return shown === 0
    ? `Clocks skip ${hour} on that day: it counts as ${wallTimeOf(first, timeZone).slice(11)}.`
    : `Clocks show ${hour} twice on that day: the ${exact && exact > first ? 'second' : 'first'} counts.`;
}
