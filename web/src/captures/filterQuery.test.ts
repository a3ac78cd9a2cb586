import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { NO_FILTER } from './FilterBar.tsx';
import { filterQuery } from './filterQuery.ts';

describe('filterQuery', () => {
  beforeEach(() => void vi.stubEnv('TZ', 'Europe/Berlin'));
  afterEach(() => void vi.unstubAllEnvs());

  it('leaves out what is not asked', () => {
    expect(filterQuery(NO_FILTER)).toEqual({ bin: 'no' });
    expect(filterQuery({ ...NO_FILTER, words: 'curve', used: 'no' })).toEqual({
      bin: 'no',
      words: 'curve',
      used: 'no',
    });
  });
  // Offsets of Europe/Berlin after the IANA time zone database: UTC+1, in summer UTC+2; 2026-03-29 has 23 hours.
  it.each([
    ['2026-11-26', '2026-11-25T23:00:00.000Z', '2026-11-26T23:00:00.000Z'],
    ['2026-07-01', '2026-06-30T22:00:00.000Z', '2026-07-01T22:00:00.000Z'],
    ['2026-03-29', '2026-03-28T23:00:00.000Z', '2026-03-29T22:00:00.000Z'],
    ['2026-12-31', '2026-12-30T23:00:00.000Z', '2026-12-31T23:00:00.000Z'],
  ])('takes %s as a day of the own clock', (day, from, until) => {
    expect(filterQuery({ ...NO_FILTER, from: day, until: day })).toEqual({ bin: 'no', from, until });
  });
  it('asks nothing by a day that is not whole', () => {
    expect(filterQuery({ ...NO_FILTER, from: '2026-1', until: 'x-y-z' })).toEqual({ bin: 'no' });
  });
});
