import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Counts, type Standing, whichCounts } from './whichCounts.ts';

const RETURNED = 2;
const standing = (attempt: number, stage = 0, units = 0): Standing => ({
  ...{ attempt, stage, isReturned: stage === RETURNED, units },
});
const which = (counts: Counts, ...all: Standing[]) => whichCounts(all, counts, (one) => one)?.attempt ?? null;

describe('of several hand-ins', () => {
  it('the last counts, however it is judged, and in whatever order they are told', () => {
    expect(which('last', standing(1, RETURNED, 400), standing(3), standing(2, 1, 300))).toBe(3);
    expect(which('last', standing(3), standing(1, RETURNED))).toBe(3);
  });
  it('the newest that was returned counts; before the first return the newest', () => {
    const newest = standing(3, 1, 400);
    expect(which('returned', standing(1, RETURNED, 400), standing(2, RETURNED, 100), newest)).toBe(2);
    expect(which('returned', standing(1), newest, standing(2))).toBe(3);
  });
  it('the best counts; one that is being judged takes nothing from what was returned', () => {
    expect(which('best', standing(1, RETURNED, 300), standing(2, RETURNED, 200))).toBe(1);
    expect(which('best', standing(1, RETURNED, 100), standing(2, 1, 400), standing(3, 0, 500))).toBe(1);
    // Of two that are equally good the newer one.
    expect(which('best', standing(1, RETURNED, 200), standing(2, RETURNED, 200))).toBe(2);
    expect(which('best', standing(1, 1, 100), standing(2, 1, 90))).toBe(1);
  });
  it('none counts where there is none', () => {
    expect(which('last')).toBeNull();
  });
  it('does not depend on the order in which they are told, where no two have one number', () => {
    const some = fc.uniqueArray(fc.tuple(fc.integer({ min: 1, max: 20 }), fc.nat(RETURNED), fc.nat(400)), {
      minLength: 1,
      maxLength: 8,
      selector: ([attempt]) => attempt,
    });
    fc.assert(
      fc.property(some, fc.constantFrom<Counts>('last', 'best', 'returned'), (all, counts) => {
        const standings = all.map((one) => standing(...one));
        expect(which(counts, ...standings)).toBe(which(counts, ...[...standings].reverse()));
      }),
    );
  });
});
