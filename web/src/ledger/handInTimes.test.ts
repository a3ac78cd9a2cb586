import { expect, it } from 'vitest';
import { spansOf } from './handInTimes.ts';

// Worked by hand; across the night in which the clocks of Berlin go back, so that a day has 25 hours there: spans are hours.
it('counts by how long before the due time something came', () => {
  const due = '2026-10-25T17:00:00.000Z';
  const at = [
    '2026-10-20T00:00:00.000Z', // 5 days 17 hours
    '2026-10-22T17:00:00.000Z', // exactly 3 days
    '2026-10-24T17:00:00.000Z', // exactly a day of 24 hours
    '2026-10-24T17:00:00.001Z', // less than that
    '2026-10-25T16:00:00.000Z', // exactly an hour
    '2026-10-25T16:00:00.001Z',
    due, // in time
    '2026-10-25T17:00:00.001Z',
  ];
  expect(spansOf(due, at).map((span) => span.count)).toEqual([2, 1, 1, 1, 2, 1]);
  expect(spansOf(due, []).every((span) => span.count === 0)).toBe(true);
});
