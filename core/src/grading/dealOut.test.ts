import fc from 'fast-check';
import { expect, it } from 'vitest';
import { dealOut } from './dealOut.ts';

it('gives the example of Graham 1969 for two: 3 3 2 2 2 as 3 2 2 and 3 2 (from memory; its best would be 6 and 6)', () => {
  const sizes = [3, 3, 2, 2, 2];
  const dealt = dealOut(sizes, 2);
  const held = [0, 1].map((hand) => sizes.filter((_, i) => dealt[i] === hand).reduce((a, b) => a + b, 0));
  expect(held.sort()).toEqual([5, 7]);
});
it('goes round where all are alone', () => {
  expect(dealOut([1, 1, 1, 1, 1], 2)).toEqual([0, 1, 0, 1, 0]);
});
it('leaves no two further apart than the largest group', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 9 }), { maxLength: 40 }),
      fc.integer({ min: 1, max: 6 }),
      (sizes, hands) => {
        const dealt = dealOut(sizes, hands);
        expect(dealt).toHaveLength(sizes.length);
        const held = new Array<number>(hands).fill(0);
        for (const [group, hand] of dealt.entries()) held[hand] = (held[hand] ?? 0) + (sizes[group] ?? 0);
        expect(Math.max(...held) - Math.min(...held)).toBeLessThanOrEqual(Math.max(0, ...sizes));
      },
    ),
  );
});
