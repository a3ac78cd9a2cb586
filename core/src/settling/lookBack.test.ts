// Invented moments; the limits are Nachweis's own.
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keepMoments } from './lookBack.ts';

const moment = (at: number, bytes = 1) => ({ at, bytes });
const times = (kept: ReadonlyArray<{ at: number }>) => kept.map(({ at }) => at);

describe('keepMoments', () => {
  it('keeps the newest, oldest first, and lets the oldest go', () => {
    const moments = [3, 1, 5, 2, 4].map((at) => moment(at));
    expect(times(keepMoments(moments, 5, { moments: 3 }))).toEqual([3, 4, 5]);
    expect(times(keepMoments(moments, 5, { moments: 5 }))).toEqual([1, 2, 3, 4, 5]);
  });
  it('keeps what is just as old as the limit, and nothing older', () => {
    const moments = [1000, 1999, 2000, 3000].map((at) => moment(at));
    expect(times(keepMoments(moments, 3000, { ageMs: 1000 }))).toEqual([2000, 3000]);
  });
  it('stops at the first that does not fit: no older one comes before a newer one', () => {
    const moments = [moment(1, 10), moment(2, 90), moment(3, 20)];
    expect(times(keepMoments(moments, 3, { bytes: 100 }))).toEqual([3]);
    expect(times(keepMoments(moments, 3, { bytes: 110 }))).toEqual([2, 3]);
  });
  it('keeps the newest whatever it takes, and how old it is', () => {
    expect(times(keepMoments([moment(1, 1e9)], 1e9, {}))).toEqual([1]);
  });
  it('of any moments keeps the newest ones, within every limit', () => {
    const any = fc.array(fc.record({ at: fc.nat(100_000), bytes: fc.nat(60) }), { maxLength: 60 });
    fc.assert(
      fc.property(any, (moments) => {
        const limits = { moments: 8, ageMs: 30_000, bytes: 150 };
        const now = Math.max(0, ...moments.map((m) => m.at));
        const kept = keepMoments(moments, now, limits);
        const newest = [...moments].sort((a, b) => a.at - b.at).slice(moments.length - kept.length);
        expect(times(kept)).toEqual(times(newest));
        expect(kept.length).toBeGreaterThanOrEqual(Math.min(1, moments.length));
        expect(kept.length).toBeLessThanOrEqual(limits.moments);
        if (kept.length > 1) {
          expect(now - (kept[0]?.at ?? 0)).toBeLessThanOrEqual(limits.ageMs);
          expect(kept.reduce((sum, m) => sum + m.bytes, 0)).toBeLessThanOrEqual(limits.bytes);
        }
      }),
    );
  });
});
