// Worked by hand. The clocks of Berlin go forward on 29 March 2026 at 2:00 and back on 25 October 2026 at 3:00 (the last
// Sundays of March and October, Directive 2000/84/EC); the zone's offsets come from the IANA data that Node ships.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { gradeHandIn } from './gradeHandIn.ts';
import { LATE_PER, type LateRule, lateCost, lateSteps } from './lateRule.ts';

const ZONE = 'Europe/Berlin';

describe('lateSteps', () => {
  it.each([
    // due, handed in, grace in minutes; started hours, started days, days of the calendar
    ['2026-11-25T17:00+01:00', '2026-11-25T17:00:00+01:00', 0, [0, 0, 0]],
    ['2026-11-25T17:00+01:00', '2026-11-25T17:00:01+01:00', 0, [1, 1, 1]],
    ['2026-11-25T17:00+01:00', '2026-11-25T17:15:00+01:00', 15, [0, 0, 0]],
    // After the grace all of it counts.
    ['2026-11-25T17:00+01:00', '2026-11-25T18:00:01+01:00', 15, [2, 1, 1]],
    ['2026-11-25T17:00+01:00', '2026-11-26T17:00:00+01:00', 0, [24, 1, 1]],
    ['2026-11-25T17:00+01:00', '2026-11-26T17:00:01+01:00', 0, [25, 2, 1]],
    ['2026-11-25T17:00+01:00', '2026-11-27T08:00:00+01:00', 0, [39, 2, 2]],
    // Due one minute before midnight: the day after is the first.
    ['2026-11-25T23:59+01:00', '2026-11-26T00:10:00+01:00', 0, [1, 1, 1]],
    // A Sunday of 23 hours: from Saturday 18:00 to Sunday 18:00 are 23 hours, to 19:00 are 24.
    ['2026-03-28T18:00+01:00', '2026-03-29T18:00:00+02:00', 0, [23, 1, 1]],
    ['2026-03-28T18:00+01:00', '2026-03-29T19:00:01+02:00', 0, [25, 2, 1]],
    ['2026-03-28T18:00+01:00', '2026-03-30T00:30:00+02:00', 0, [30, 2, 2]],
    // A Sunday of 25 hours: the hour from 2:00 to 3:00 comes twice.
    ['2026-10-24T18:00+02:00', '2026-10-25T18:00:00+01:00', 0, [25, 2, 1]],
    ['2026-10-24T18:00+02:00', '2026-10-25T02:30:00+01:00', 0, [10, 1, 1]],
    ['2026-10-24T18:00+02:00', '2026-10-26T00:00:00+01:00', 0, [31, 2, 2]],
  ] as const)(
    'due %s, handed in %s, %i minutes of grace: %j',
    (dueAt, handedInAt, graceMinutes, expected) => {
      expect(LATE_PER.map((per) => lateSteps({ graceMinutes, per }, dueAt, handedInAt, ZONE))).toEqual(
        expected,
      );
    },
  );
  it('counts dates of the course’s calendar, not of another one', () => {
    const at = ['2026-11-25T22:00Z', '2026-11-25T23:30Z'] as const;
    const days = (zone: string) => lateSteps({ graceMinutes: 0, per: 'calendar-day' }, ...at, zone);
    // 23:00 and 0:30 of the next day in Berlin; 14:00 and 15:30 of one day in Los Angeles.
    expect([days(ZONE), days('America/Los_Angeles')]).toEqual([1, 1]);
    expect(lateSteps({ graceMinutes: 0, per: 'calendar-day' }, at[0], '2026-11-26T23:30Z', ZONE)).toBe(2);
    expect(
      lateSteps({ graceMinutes: 0, per: 'calendar-day' }, at[0], '2026-11-26T23:30Z', 'America/Los_Angeles'),
    ).toBe(1);
  });
});

describe('lateCost', () => {
  const percent = (value: number, floorPercent = 0) => ({
    takes: { kind: 'percent' as const, percent: value },
    floorPercent,
  });
  it.each([
    [percent(10), 0, 700, 750, 0],
    [percent(10), 1, 700, 750, 75],
    [percent(10), 3, 700, 750, 225],
    // A tenth of 7.55 points is 0.755; 0.75 is taken.
    [percent(10), 1, 700, 755, 75],
    [percent(50), 3, 700, 750, 700],
    // At least 40 % of what was earned stays: of 7 points 2.8.
    [percent(50, 40), 3, 700, 750, 420],
    [{ takes: { kind: 'units' as const, units: 50 }, floorPercent: 0 }, 4, 700, 750, 200],
    [{ takes: { kind: 'units' as const, units: 50 }, floorPercent: 100 }, 4, 700, 750, 0],
  ])('%j, %i late, %i of %i units: %i', (rule, steps, earned, most, cost) => {
    expect(lateCost(rule, steps, earned, most)).toBe(cost);
  });
  const rule: fc.Arbitrary<Omit<LateRule, 'graceMinutes' | 'per'>> = fc.record({
    takes: fc.oneof(
      fc.record({ kind: fc.constant('percent' as const), percent: fc.nat(100) }),
      fc.record({ kind: fc.constant('units' as const), units: fc.nat(2000) }),
    ),
    floorPercent: fc.nat(100),
  });
  it('takes whole units, never more than was earned, nor what is to stay, and no less for more lateness', () => {
    fc.assert(
      fc.property(rule, fc.nat(500), fc.nat(5000), fc.nat(5000), (one, steps, a, b) => {
        const [earned, most] = [Math.min(a, b), Math.max(a, b)];
        const cost = lateCost(one, steps, earned, most);
        expect(Number.isInteger(cost)).toBe(true);
        expect(cost).toBeGreaterThanOrEqual(0);
        expect(earned - cost).toBeGreaterThanOrEqual((earned * one.floorPercent) / 100 - 1e-9);
        expect(lateCost(one, steps + 1, earned, most)).toBeGreaterThanOrEqual(cost);
      }),
    );
  });
});

it('a grade says what lateness cost, and what is given by hand is added after it', () => {
  const late = { rule: { takes: { kind: 'percent' as const, percent: 10 }, floorPercent: 0 }, steps: 2 };
  const judged = [
    { units: 500, verdict: 'shown' as const },
    { units: 250, verdict: 'partly' as const },
  ];
  expect(gradeHandIn(judged, { adjustment: 50, late })).toEqual({
    fromVerdicts: 625,
    lateCost: 150,
    most: 750,
    bonus: 0,
    open: 0,
    exact: 525,
    total: 525,
  });
});
