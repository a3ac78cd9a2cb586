import fc from 'fast-check';
import { sampleCorrelation } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { type JudgedHandIn, mustShowStatistics } from './mustShowStatistics.ts';
import { VERDICTS, type Verdict } from './verdicts.ts';

const handIn = (verdicts: Record<string, Verdict>, units = 100): JudgedHandIn =>
  new Map(Object.entries(verdicts).map(([id, verdict]) => [id, { verdict, units }]));
const right = (score: string): JudgedHandIn =>
  handIn(Object.fromEntries([...score].map((s, i) => [`q${i}`, s === '1' ? 'shown' : 'not-shown'])));

describe('the correlation', () => {
  it('has the certified value of the NIST Statistical Reference Datasets', () => {
    // Source: NIST StRD, linear regression, dataset Norris (y against x), certified R-squared 0.999993745883712;
    // data and value written down from memory. R-squared of a line with intercept is Pearson's r squared.
    const norris =
      '0.1 0.2 338.8 337.4 118.1 118.2 888.0 884.6 9.2 10.1 228.1 226.5 668.5 666.3 998.5 996.3 449.1 448.6 778.9 777.0 ' +
      '559.2 558.2 0.3 0.4 0.1 0.6 778.1 775.5 668.8 666.9 339.3 338.0 448.9 447.5 10.8 11.6 557.7 556.0 228.3 228.1 ' +
      '998.0 995.8 888.8 887.6 119.6 120.2 0.3 0.3 0.6 0.3 557.6 556.8 339.3 339.1 888.0 887.2 998.5 999.0 778.9 779.0 ' +
      '10.2 11.1 117.6 118.3 228.9 229.2 668.4 669.1 449.2 448.9 0.2 0.5';
    const values = norris.split(' ').map(Number);
    const even = values.filter((_, i) => i % 2 === 0);
    const odd = values.filter((_, i) => i % 2 === 1);
    expect(even).toHaveLength(36);
    expect(sampleCorrelation(even, odd) ** 2).toBeCloseTo(0.999993745883712, 13);
  });
});

describe('a must-show', () => {
  it('has the share earned as its difficulty, half for what is partly shown', () => {
    // Definition: p is the mean score on an item over the most there is on it (classical test theory).
    const class4: Verdict[] = ['shown', 'shown', 'partly', 'not-shown'];
    const found = mustShowStatistics(
      'a',
      class4.map((a) => handIn({ a, b: 'shown' })),
    );
    expect(found).toEqual({ judged: 4, earned: 0.625, discrimination: null });
  });

  it('separates as the point-biserial formula says', () => {
    // Definition: r_pb = (M1 - M0) / s * sqrt(p q), with the standard deviation of the population; here with the rest
    // score, for right and wrong only, computed by that formula instead of by Pearson's.
    const scores = ['1111', '1110', '1100', '1010', '0110', '0100', '1000', '0000', '0011', '1101'];
    for (const item of [0, 1, 2, 3]) {
      const rest = scores.map((s) => [...s].filter((c, i) => i !== item && c === '1').length * 100);
      const own = scores.map((s) => s[item] === '1');
      const mean = (v: number[]) => v.reduce((a, b) => a + b, 0) / v.length;
      const p = own.filter(Boolean).length / own.length;
      const s = Math.sqrt(mean(rest.map((v) => (v - mean(rest)) ** 2)));
      const of = (wanted: boolean) => mean(rest.filter((_, i) => own[i] === wanted));
      const expected = ((of(true) - of(false)) / s) * Math.sqrt(p * (1 - p));
      const { discrimination, earned } = mustShowStatistics(`q${item}`, scores.map(right));
      expect(earned).toBe(p);
      expect(discrimination).toBeCloseTo(expected, 12);
    }
  });

  it('is 1 where only those have it who have all else, -1 where only those who have nothing else', () => {
    expect(mustShowStatistics('q0', ['11', '11', '00', '00'].map(right)).discrimination).toBeCloseTo(1, 12);
    expect(mustShowStatistics('q0', ['01', '01', '10', '10'].map(right)).discrimination).toBeCloseTo(-1, 12);
  });

  it('has no figure where there is none: nobody judged, two hand-ins, all the same, no other must-show', () => {
    expect(mustShowStatistics('q0', [])).toEqual({ judged: 0, earned: null, discrimination: null });
    expect(mustShowStatistics('q0', ['10', '01'].map(right)).discrimination).toBeNull();
    expect(mustShowStatistics('q0', ['11', '00', '10'].map(right)).discrimination).toBeCloseTo(0.5, 12);
    expect(mustShowStatistics('q0', ['10', '11', '10'].map(right)).discrimination).toBeNull();
    expect(mustShowStatistics('q0', ['1', '0', '1'].map(right)).discrimination).toBeNull();
  });

  it('passes over hand-ins under a version that does not have it', () => {
    const found = mustShowStatistics('b', [handIn({ a: 'shown' }), handIn({ a: 'shown', b: 'partly' })]);
    expect(found).toMatchObject({ judged: 1, earned: 0.5 });
  });

  it('stays within its bounds and does not depend on the order or on what a point is', () => {
    const verdict = fc.constantFrom(...VERDICTS);
    const row = fc.record({ a: verdict, b: verdict, c: verdict });
    fc.assert(
      fc.property(
        fc.array(row, { minLength: 3, maxLength: 30 }),
        fc.constantFrom(2, 100, 250),
        (rows, units) => {
          const one = mustShowStatistics(
            'a',
            rows.map((r) => handIn(r)),
          );
          const other = mustShowStatistics(
            'a',
            [...rows].reverse().map((r) => handIn(r, units)),
          );
          expect(one.earned).toBeGreaterThanOrEqual(0);
          expect(one.earned).toBeLessThanOrEqual(1);
          expect(Math.abs(one.discrimination ?? 0)).toBeLessThanOrEqual(1 + 1e-12);
          expect(other.earned).toBeCloseTo(one.earned ?? 0, 12);
          if (one.discrimination === null) expect(other.discrimination).toBeNull();
          else expect(other.discrimination).toBeCloseTo(one.discrimination, 9);
        },
      ),
    );
  });
});
