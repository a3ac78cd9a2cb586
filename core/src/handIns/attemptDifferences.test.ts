import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type AttemptPicture, attemptDifferences } from './attemptDifferences.ts';

const picture = (proofPointId: string, capture: string, document = ''): AttemptPicture => ({
  proofPointId,
  capture,
  picture: `${capture}${document}`,
});
const at = (before: AttemptPicture[], after: AttemptPicture[]) =>
  attemptDifferences(['p1', 'p2', 'p3'], before, after).map(
    ({ proofPointId, same, redone, replaced, added, removed }) =>
      `${proofPointId} ${same} ${redone} ${replaced} ${added} ${removed}`,
  );

describe('what became of the pictures of an attempt', () => {
  it('is said for each proof point, in their order (worked by hand)', () => {
    const before = [picture('p2', 'b'), picture('p1', 'a'), picture('p1', 'c', 'framed')];
    expect(at(before, before)).toEqual(['p1 2 0 0 0 0', 'p2 1 0 0 0 0']);
    expect(at(before, [picture('p1', 'c'), picture('p1', 'a')])).toEqual(['p1 1 1 0 0 0', 'p2 0 0 0 0 1']);
    expect(at(before, [picture('p1', 'x'), picture('p1', 'y'), picture('p1', 'z')])).toEqual([
      'p1 0 0 2 1 0',
      'p2 0 0 0 0 1',
    ]);
  });
  it('takes the same picture for the same before it takes its capture for redone', () => {
    const twice = [picture('p1', 'a', 'left'), picture('p1', 'a', 'right')];
    expect(at(twice, [picture('p1', 'a', 'right'), picture('p1', 'a', 'below')])).toEqual(['p1 1 1 0 0 0']);
  });
  it('counts every picture of both once, and turned round it is the same with added and removed changed', () => {
    const some = fc.array(
      fc
        .tuple(fc.constantFrom('p1', 'p2'), fc.constantFrom('a', 'b', 'c'), fc.constantFrom('', '1'))
        .map(([point, capture, document]) => picture(point, capture, document)),
      { maxLength: 6 },
    );
    fc.assert(
      fc.property(some, some, (before, after) => {
        const there = attemptDifferences(['p1', 'p2'], before, after);
        const kept = there.reduce((sum, one) => sum + one.same + one.redone + one.replaced, 0);
        expect(kept + there.reduce((sum, one) => sum + one.added, 0)).toBe(after.length);
        expect(kept + there.reduce((sum, one) => sum + one.removed, 0)).toBe(before.length);
        const back = attemptDifferences(['p1', 'p2'], after, before);
        expect(back).toEqual(
          there.map(({ added, removed, ...rest }) => ({ ...rest, added: removed, removed: added })),
        );
      }),
    );
  });
});
