const MINUTE = 60_000;
const STEPS: ReadonlyArray<[Intl.RelativeTimeFormatUnit, number]> = [
  ['day', 24 * 60 * MINUTE],
  ['hour', 60 * MINUTE],
  ['minute', MINUTE],
];

const relative = new Intl.RelativeTimeFormat('en', { numeric: 'auto' });

/** An instant in words, seen from another: "in 5 days", "3 hours ago", "now". */
export function inWords(at: string, now: number): string {
  const difference = Date.parse(at) - now;
  for (const [unit, length] of STEPS) {
    // Hours are said up to two days, because "tomorrow" hides whether an evening or a morning is meant.
    const reach = unit === 'day' ? 2 * length : length;
    if (Math.abs(difference) >= reach) return relative.format(Math.trunc(difference / length), unit);
  }
  return 'now';
}

/** By time zone: to make one takes a millisecond, and a list says hundreds of times. */
const formats = new Map<string, Intl.DateTimeFormat>();

function formatIn(timeZone: string): Intl.DateTimeFormat {
  const known = formats.get(timeZone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  });
  formats.set(timeZone, made);
  return made;
}

/** Date and time in a course's zone: "Mon 30 Nov 2026, 17:00". */
export function dateAndTime(at: string, timeZone: string): string {
  const parts = formatIn(timeZone).formatToParts(new Date(at));
  const part = (type: Intl.DateTimeFormatPartTypes) => parts.find((p) => p.type === type)?.value ?? '';
  return `${part('weekday')} ${part('day')} ${part('month')} ${part('year')}, ${part('hour')}:${part('minute')}`;
}

/** A time of today on the clock of this computer: "14:05". */
export const onTheClock = (at: number): string =>
  new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(at);

/** A zone as people call it: "Berlin time"; the times of a course are in its own, wherever one reads them. */
export const zoneName = (timeZone: string): string =>
  timeZone === 'UTC' ? 'UTC' : `${timeZone.split('/').at(-1)?.replaceAll('_', ' ')} time`;

/** Bytes as a person reads them: "812 kB", "2.4 MB" (1 kB is 1000 bytes). */
export function fileSize(bytes: number): string {
  if (bytes < 1_000_000) return `${Math.max(Math.round(bytes / 1000), 1)} kB`;
  const [of, unit] = bytes < 1_000_000_000 ? [1_000_000, 'MB'] : [1_000_000_000, 'GB'];
  return `${(bytes / of).toFixed(1)} ${unit}`;
}
