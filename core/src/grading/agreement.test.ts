import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { agreementOf, linearDisagreement, plainDisagreement, weightedKappa } from './agreement.ts';

describe('weightedKappa', () => {
  // Cohen 1968, table 1: three categories of diagnosis, with his weights of disagreement. Values from memory; they are
  // the ones that the documentation of R's psych package repeats (.492 and .348).
  const COHEN = [
    [0.44, 0.07, 0.09],
    [0.05, 0.2, 0.05],
    [0.01, 0.03, 0.06],
  ];
  it('is what Cohen worked out in 1968: .492 unweighted, .348 by his weights', () => {
    expect(weightedKappa(COHEN, plainDisagreement(3))).toBeCloseTo(0.492, 3);
    const weights = [
      [0, 1, 3],
      [1, 0, 6],
      [3, 6, 0],
    ];
    expect(weightedKappa(COHEN, weights)).toBeCloseTo(0.348, 3);
  });
  it('is 0.4 in the example of 50 proposals: 20 and 15 agreed, 5 and 10 not (worked by hand: (0.7 - 0.5) / 0.5)', () => {
    const table = [
      [20, 5],
      [10, 15],
    ];
    expect(weightedKappa(table, plainDisagreement(2))).toBeCloseTo(0.4, 12);
    // Of two categories there is only one distance.
    expect(weightedKappa(table, linearDisagreement(2))).toBeCloseTo(0.4, 12);
  });
  it('worked by hand with linear weights: 12 verdicts of three kinds', () => {
    // Rows 5, 4, 3; columns 6, 3, 3. Seen: 2 + 1 + 2 = 5. By chance (5*3*1 + 5*3*2 + 4*6*1 + 4*3*1 + 3*6*2 + 3*3*1) / 12
    // = (15 + 30 + 24 + 12 + 36 + 9) / 12 = 10.5. So 1 - 5 / 10.5.
    const table = [
      [4, 0, 1],
      [1, 3, 0],
      [1, 0, 2],
    ];
    expect(weightedKappa(table, linearDisagreement(3))).toBeCloseTo(1 - 5 / 10.5, 12);
  });
  it('has no value where both always say the same one thing, and of nothing', () => {
    expect(
      weightedKappa(
        [
          [7, 0],
          [0, 0],
        ],
        plainDisagreement(2),
      ),
    ).toBeNull();
    expect(weightedKappa([[0]], plainDisagreement(1))).toBeNull();
  });
});

describe('agreementOf', () => {
  const verdict = fc.integer({ min: 0, max: 2 });
  const pairs = fc.array(fc.tuple(verdict, verdict), { maxLength: 40 });
  it('is never above 1, and 1 only where all is the same', () => {
    fc.assert(
      fc.property(pairs, (said) => {
        const { same, kappa, weighted } = agreementOf(said, 3);
        for (const value of [kappa, weighted]) {
          if (value === null) continue;
          expect(value).toBeLessThanOrEqual(1);
          expect(value === 1).toBe(same === 1);
        }
      }),
    );
  });
  it('does not mind who is first, nor the order', () => {
    fc.assert(
      fc.property(pairs, (said) => {
        const turned = said.map(([a, b]) => [b, a] as const).reverse();
        const [one, other] = [agreementOf(said, 3), agreementOf(turned, 3)];
        expect(other.same).toEqual(one.same);
        if (one.weighted === null) expect(other.weighted).toBeNull();
        else expect(other.weighted).toBeCloseTo(one.weighted, 9);
      }),
    );
  });
  it('of nothing is nothing', () => {
    expect(agreementOf([], 3)).toEqual({ count: 0, same: null, kappa: null, weighted: null });
  });
});
