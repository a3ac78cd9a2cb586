import { expect, it } from 'vitest';
import { lateBy } from './lateBy.ts';

it('says the two largest units, and leaves out those of which there are none', () => {
  const minutes = (count: number) => count * 60_000;
  expect(
    [1, 59_999, minutes(1), minutes(61), minutes(120), minutes(24 * 60 + 59), minutes(53 * 60 + 30)].map(
      lateBy,
    ),
  ).toEqual(['under 1 min', 'under 1 min', '1 min', '1 h 1 min', '2 h', '1 d', '2 d 5 h']);
});
