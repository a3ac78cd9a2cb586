import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CoreError } from '../errors.ts';
import { formatPoints, parsePoints } from './formatPoints.ts';
import { gradeHandIn, type JudgedCriterion, type JudgedMustShow } from './gradeHandIn.ts';
import { VERDICTS, verdictUnits } from './verdicts.ts';

const judged = fc.array(fc.record({ units: fc.nat(1000), verdict: fc.constantFrom(...VERDICTS, null) }), {
  maxLength: 20,
});

describe('verdictUnits', () => {
  it.each([
    ['shown', 75, 75],
    ['partly', 100, 50],
    ['partly', 75, 38], // 37.5, up in the student's favour
    ['partly', 1, 1],
    ['partly', 0, 0],
    ['not-shown', 75, 0],
  ] as const)('%s of %i units gives %i, worked by hand', (verdict, units, expected) => {
    expect(verdictUnits(verdict, units)).toBe(expected);
  });
  it.each([-1, 0.5, Number.NaN, Number.POSITIVE_INFINITY])('refuses %d units', (units) => {
    expect(() => verdictUnits('shown', units)).toThrow(CoreError);
  });
});

describe('gradeHandIn', () => {
  it('adds up an example worked by hand: 1 + 0.75 of 1.5 + 0.38 of 0.75, one open', () => {
    const mustShows: JudgedMustShow[] = [
      { units: 100, verdict: 'shown' },
      { units: 150, verdict: 'partly' },
      { units: 75, verdict: 'partly' },
      { units: 200, verdict: 'not-shown' },
      { units: 125, verdict: null },
    ];
    expect(gradeHandIn(mustShows, { adjustment: 25 })).toEqual({
      fromVerdicts: 213,
      lateCost: 0,
      most: 650,
      bonus: 0,
      open: 1,
      exact: 238,
      total: 238,
    });
  });
  it('adds the level of each criterion, worked by hand: 1 of 1, 1.25 of at most 3, one open of at most 2', () => {
    const judgements: Array<JudgedMustShow | JudgedCriterion> = [
      { units: 100, verdict: 'shown' },
      // Levels in any order and of any worth; the best need not be the last.
      { levels: [300, 125, 0], level: 1 },
      { levels: [0, 50, 200], level: null },
    ];
    expect(gradeHandIn(judgements)).toEqual({
      fromVerdicts: 225,
      lateCost: 0,
      most: 600,
      bonus: 0,
      open: 1,
      exact: 225,
      total: 225,
    });
  });
  it('refuses a level that a criterion does not have', () => {
    for (const level of [-1, 2, 0.5])
      expect(() => gradeHandIn([{ levels: [0, 100], level }])).toThrow(CoreError);
  });
  it('takes more than all points only as far as a bonus is stated, worked by hand', () => {
    const all: JudgedMustShow[] = [
      { units: 200, verdict: 'shown' },
      { units: 100, verdict: 'partly' },
    ];
    const total = (adjustment: number, bonus?: number) =>
      gradeHandIn(all, { adjustment, ...(bonus !== undefined && { bonus }) }).total;
    expect(total(50)).toBe(300);
    expect(total(75)).toBe(300);
    expect(total(75, 100)).toBe(325);
    expect(total(150, 100)).toBe(400);
    expect(total(151, 100)).toBe(400);
    expect(gradeHandIn(all, { bonus: 100 })).toMatchObject({ most: 300, bonus: 100, total: 250 });
  });
  it('rounds the total alone, with what is given by hand; worked by hand: 1.49 and 0.01 to whole points', () => {
    const judged: JudgedMustShow[] = [
      { units: 149, verdict: 'shown' },
      { units: 176, verdict: 'not-shown' },
    ];
    expect(gradeHandIn(judged, { roundTo: 100 })).toMatchObject({
      fromVerdicts: 149,
      exact: 149,
      total: 100,
    });
    expect(gradeHandIn(judged, { roundTo: 100, adjustment: 1 })).toMatchObject({ exact: 150, total: 200 });
    expect(gradeHandIn(judged, { roundTo: 100, adjustment: 176 })).toMatchObject({ most: 325, total: 325 });
  });
  it('never leaves 0 to the most there is with its bonus, whatever the adjustment', () => {
    fc.assert(
      fc.property(
        judged,
        fc.integer({ min: -100_000, max: 100_000 }),
        fc.nat({ max: 10_000 }),
        (mustShows, adjustment, bonus) => {
          const grade = gradeHandIn(mustShows, { adjustment, bonus });
          expect(grade.total).toBeGreaterThanOrEqual(0);
          expect(grade.total).toBeLessThanOrEqual(grade.most + bonus);
          expect(Number.isInteger(grade.total)).toBe(true);
        },
      ),
    );
  });
  it('does not mind the order', () => {
    fc.assert(
      fc.property(judged, (mustShows) => {
        expect(gradeHandIn([...mustShows].reverse())).toEqual(gradeHandIn(mustShows));
      }),
    );
  });
});

describe('points as text', () => {
  it.each([
    [0, '0'],
    [300, '3'],
    [250, '2.5'],
    [267, '2.67'],
    [5, '0.05'],
    [-50, '−0.5'],
  ])('writes %i units as %s', (units, text) => {
    expect(formatPoints(units)).toBe(text);
  });
  it.each([
    ['2', 200],
    ['-1,5', -150],
    ['−0.25', -25],
    ['+0.1', 10],
    ['1.234', null],
    ['1e3', null],
    ['', null],
    ['0x10', null],
  ])('reads %j as %s', (text, units) => {
    expect(parsePoints(text)).toBe(units);
  });
  it('reads back what it writes', () => {
    fc.assert(
      fc.property(fc.integer({ min: -99_999_999, max: 99_999_999 }), (units) => {
        expect(parsePoints(formatPoints(units))).toBe(units);
      }),
    );
  });
});
