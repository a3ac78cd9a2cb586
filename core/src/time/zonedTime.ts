/**
 * The instant of a wall time in a time zone. One that daylight saving skips is moved on by what is skipped; of one that
 * it repeats the first is meant (the "compatible" rule of ECMAScript Temporal).
 *
 * @param wallTime `yyyy-MM-ddTHH:mm`, as a field for date and time gives it
 * @param timeZone an IANA name
 * @returns ISO 8601 in UTC; null for what is no date and time
 */
export function instantOf(wallTime: string, timeZone: string): string | null {
  const asUtc = utcOf(wallTime);
  if (asUtc === null) return null;
  const [first] = instantsOf(asUtc, timeZone);
  return new Date(first ?? asUtc - offsetAt(asUtc - DAY_MS, timeZone)).toISOString();
}

/**
 * How often the clocks of a time zone show a wall time: not at all in the hour that daylight saving skips, twice in the
 * one that it repeats.
 *
 * @param wallTime `yyyy-MM-ddTHH:mm`
 * @param timeZone an IANA name
 * @returns 0, 1 or 2; 1 for what is no date and time
 */
export function timesShown(wallTime: string, timeZone: string): number {
  const asUtc = utcOf(wallTime);
  return asUtc === null ? 1 : instantsOf(asUtc, timeZone).length;
}

/** A wall time as if it were in UTC, in milliseconds; null for what is none. */
function utcOf(wallTime: string): number | null {
  const asUtc = Date.parse(`${wallTime}Z`);
  return /^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(wallTime) && !Number.isNaN(asUtc) ? asUtc : null;
}

/** The instants at which the clocks of a zone show a wall time, the first first. */
function instantsOf(asUtc: number, timeZone: string): number[] {
  const offsets = [offsetAt(asUtc - DAY_MS, timeZone), offsetAt(asUtc + DAY_MS, timeZone)];
  return [...new Set(offsets)]
    .filter((offset) => offsetAt(asUtc - offset, timeZone) === offset)
    .map((offset) => asUtc - offset)
    .sort((a, b) => a - b);
}

/** The wall time of an instant in a time zone, `yyyy-MM-ddTHH:mm`. */
export function wallTimeOf(instant: string, timeZone: string): string {
  const at = Date.parse(instant);
  return new Date(at + offsetAt(at, timeZone)).toISOString().slice(0, 16);
}

/**
 * The same wall time so many days of the calendar later: nine in the morning stays nine, whatever daylight saving does
 * between. One that it skips or repeats is taken as `instantOf` takes it.
 *
 * @param instant ISO 8601 in UTC
 * @param days whole; before it where negative
 */
export function daysLater(instant: string, days: number, timeZone: string): string {
  const wall = new Date(Date.parse(`${wallTimeOf(instant, timeZone)}Z`) + days * DAY_MS);
  const moved = instantOf(wall.toISOString().slice(0, 16), timeZone);
  // A wall time has no seconds.
  return moved ? new Date(Date.parse(moved) + (Date.parse(instant) % MINUTE_MS)).toISOString() : instant;
}

/**
 * The fewest whole weeks of the calendar after which a wall time lies in the future: a Monday stays a Monday.
 *
 * @param instant ISO 8601 in UTC
 * @param now milliseconds since 1970
 * @returns 0 where it does already
 */
export function weeksToCome(instant: string, now: number, timeZone: string): number {
  // Daylight saving makes a week of the calendar an hour shorter or longer: one less is tried first.
  let weeks = Math.max(0, Math.floor((now - Date.parse(instant)) / (7 * DAY_MS)) - 1);
  while (Date.parse(daysLater(instant, 7 * weeks, timeZone)) <= now) weeks++;
  return weeks;
}

const MINUTE_MS = 60_000;
const DAY_MS = 24 * 3_600_000;

/** How far a zone's clocks are ahead of UTC, in milliseconds. */
function offsetAt(at: number, timeZone: string): number {
  const parts = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    hourCycle: 'h23',
    year: 'numeric',
    month: 'numeric',
    day: 'numeric',
    hour: 'numeric',
    minute: 'numeric',
    second: 'numeric',
  }).formatToParts(new Date(at));
  const part = (type: Intl.DateTimeFormatPartTypes) => Number(parts.find((p) => p.type === type)?.value);
  const wall = Date.UTC(
    part('year'),
    part('month') - 1,
    part('day'),
    part('hour'),
    part('minute'),
    part('second'),
  );
  return wall - Math.floor(at / 1000) * 1000;
}
