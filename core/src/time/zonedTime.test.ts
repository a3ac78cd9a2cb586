// IANA time zones as Node ships them. The changes of 2026 in Europe/Berlin: 29 March 02:00 to 03:00, 25 October 03:00 to
// 02:00 (Directive 2000/84/EC); in America/New_York: 8 March and 1 November.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { daysLater, instantOf, timesShown, wallTimeOf, weeksToCome } from './zonedTime.ts';

describe('wall times of a course', () => {
  it.each([
    ['2026-11-26T12:00', 'Europe/Berlin', '2026-11-26T11:00:00.000Z'],
    ['2026-07-01T12:00', 'Europe/Berlin', '2026-07-01T10:00:00.000Z'],
    ['2026-11-26T12:00', 'Asia/Kathmandu', '2026-11-26T06:15:00.000Z'],
    // The hour that is skipped.
    ['2026-03-29T02:30', 'Europe/Berlin', '2026-03-29T01:30:00.000Z'],
    ['2026-03-29T01:59', 'Europe/Berlin', '2026-03-29T00:59:00.000Z'],
    ['2026-03-29T03:00', 'Europe/Berlin', '2026-03-29T01:00:00.000Z'],
    // The hour that is there twice.
    ['2026-10-25T02:30', 'Europe/Berlin', '2026-10-25T00:30:00.000Z'],
    ['2026-10-25T03:00', 'Europe/Berlin', '2026-10-25T02:00:00.000Z'],
    ['2026-03-08T02:30', 'America/New_York', '2026-03-08T07:30:00.000Z'],
  ])('%s in %s is %s', (wallTime, zone, instant) => {
    expect(instantOf(wallTime, zone)).toBe(instant);
  });
  it('are none where nothing was entered', () => {
    for (const text of ['', '2026-02-31', '2026-13-01T10:00', 'soon'])
      expect(instantOf(text, 'Europe/Berlin')).toBeNull();
  });
  it.each([
    ['2026-03-29T01:59', 'Europe/Berlin', 1],
    ['2026-03-29T02:00', 'Europe/Berlin', 0],
    ['2026-03-29T02:59', 'Europe/Berlin', 0],
    ['2026-03-29T03:00', 'Europe/Berlin', 1],
    ['2026-10-25T01:59', 'Europe/Berlin', 1],
    ['2026-10-25T02:00', 'Europe/Berlin', 2],
    ['2026-10-25T02:59', 'Europe/Berlin', 2],
    ['2026-10-25T03:00', 'Europe/Berlin', 1],
    ['2026-11-01T01:30', 'America/New_York', 2],
    // Clocks there change by half an hour, at two in the morning (IANA data: 5 April and 4 October 2026).
    ['2026-10-04T02:15', 'Australia/Lord_Howe', 0],
    ['2026-10-04T02:45', 'Australia/Lord_Howe', 1],
    ['2026-04-05T01:45', 'Australia/Lord_Howe', 2],
    ['2026-10-25T02:30', 'UTC', 1],
    ['', 'Europe/Berlin', 1],
  ])('%s is shown in %s %i times', (wallTime, zone, times) => {
    expect(timesShown(wallTime, zone)).toBe(times);
  });
  it('lead back to the same instant, but for the second of an hour that is there twice', () => {
    const zone = fc.constantFrom(
      'Europe/Berlin',
      'America/St_Johns',
      'Australia/Lord_Howe',
      'Asia/Kolkata',
      'UTC',
    );
    const minutes = fc.integer({ min: Date.UTC(2020, 0) / 60_000, max: Date.UTC(2035, 0) / 60_000 });
    fc.assert(
      fc.property(zone, minutes, (timeZone, minute) => {
        const instant = new Date(minute * 60_000).toISOString();
        const back = instantOf(wallTimeOf(instant, timeZone), timeZone) as string;
        expect(wallTimeOf(back, timeZone)).toBe(wallTimeOf(instant, timeZone));
        expect(Date.parse(instant) - Date.parse(back)).toBeGreaterThanOrEqual(0);
        expect(Date.parse(instant) - Date.parse(back)).toBeLessThanOrEqual(3_600_000);
      }),
    );
  });
});

describe('days later', () => {
  it.each([
    // Over the end of daylight saving, and over its beginning.
    ['2026-10-20T07:00:00.000Z', 14, 'Europe/Berlin', '2026-11-03T08:00:00.000Z'],
    ['2026-03-27T08:00:00.000Z', 7, 'Europe/Berlin', '2026-04-03T07:00:00.000Z'],
    // Into the hour that is skipped: moved on by what is skipped.
    ['2026-03-28T01:30:00.000Z', 1, 'Europe/Berlin', '2026-03-29T01:30:00.000Z'],
    ['2026-11-26T11:00:00.000Z', 364, 'Europe/Berlin', '2027-11-25T11:00:00.000Z'],
    ['2026-11-26T11:00:00.000Z', -1, 'UTC', '2026-11-25T11:00:00.000Z'],
    // The last second of a day stays the last second.
    ['2026-10-20T21:59:59.000Z', 14, 'Europe/Berlin', '2026-11-03T22:59:59.000Z'],
  ])('%s and %i in %s is %s', (instant, days, zone, later) => {
    expect(daysLater(instant, days, zone)).toBe(later);
  });
});

describe('weeks to come', () => {
  it.each([
    // Nine in the morning of a Monday in Berlin, seen from the next Monday one minute before and at nine.
    ['2026-11-23T08:00:00.000Z', '2026-11-30T07:59:00.000Z', 1],
    ['2026-11-23T08:00:00.000Z', '2026-11-30T08:00:00.000Z', 2],
    ['2026-11-23T08:00:00.000Z', '2026-11-22T08:00:00.000Z', 0],
    // Over the end of daylight saving the week is an hour longer, over its beginning an hour shorter.
    ['2026-10-19T07:00:00.000Z', '2026-10-26T07:30:00.000Z', 1],
    ['2026-03-23T08:00:00.000Z', '2026-03-30T07:30:00.000Z', 2],
  ])('of %s, seen from %s, are %i', (instant, now, weeks) => {
    expect(weeksToCome(instant, Date.parse(now), 'Europe/Berlin')).toBe(weeks);
  });
  it('are the fewest that lie in the future', () => {
    const minute = fc.integer({ min: Date.UTC(2020, 0) / 60_000, max: Date.UTC(2035, 0) / 60_000 });
    const zone = fc.constantFrom('Europe/Berlin', 'America/St_Johns', 'Australia/Lord_Howe', 'UTC');
    fc.assert(
      fc.property(minute, minute, zone, (then, at, timeZone) => {
        const instant = new Date(then * 60_000).toISOString();
        const now = at * 60_000;
        const weeks = weeksToCome(instant, now, timeZone);
        expect(Date.parse(daysLater(instant, 7 * weeks, timeZone))).toBeGreaterThan(now);
        if (weeks > 0)
          expect(Date.parse(daysLater(instant, 7 * (weeks - 1), timeZone))).toBeLessThanOrEqual(now);
      }),
    );
  });
});
