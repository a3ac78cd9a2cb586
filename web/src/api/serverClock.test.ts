import fc from 'fast-check';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { noteServerTime, serverNow } from './serverClock.ts';

afterEach(() => vi.useRealTimers());

/** An answer of a server whose clock says that, after so long. */
function answered(serverAt: number, took: number): void {
  const sentAt = Date.now();
  vi.setSystemTime(sentAt + took);
  noteServerTime(new Response(null, { headers: { date: new Date(serverAt).toUTCString() } }), sentAt);
}

describe('the server’s clock', () => {
  it('is known to some seconds, however wrong this one is and however long the answer took', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -400_000_000, max: 400_000_000 }),
        fc.integer({ min: 0, max: 4000 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (difference, took, part) => {
          vi.useFakeTimers({ now: Date.UTC(2026, 10, 27) });
          // It answers at some moment on the way.
          answered(Date.now() + took * part + difference, took);
          expect(Math.abs(serverNow() - (Date.now() + difference))).toBeLessThan(6000);
        },
      ),
    );
  });
  it('stays known by an answer that took minutes, or came when the computer woke', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -400_000_000, max: 400_000_000 }),
        fc.integer({ min: 0, max: 7_200_000 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (difference, took, part) => {
          vi.useFakeTimers({ now: Date.UTC(2026, 10, 27) });
          answered(Date.now() + difference, 200);
          answered(Date.now() + took * part + difference, took);
          expect(Math.abs(serverNow() - (Date.now() + difference))).toBeLessThan(6000);
        },
      ),
    );
  });
  it('is this one where they agree, so that nothing flickers by parts of a second', () => {
    vi.useFakeTimers({ now: Date.UTC(2026, 10, 27) });
    answered(Date.now() + 900, 300);
    expect(serverNow()).toBe(Date.now());
  });
  it('stays what it was by an answer that does not say', () => {
    vi.useFakeTimers({ now: Date.UTC(2026, 10, 27) });
    answered(Date.now() + 3_600_000, 0);
    noteServerTime(new Response(null), Date.now());
    expect(serverNow() - Date.now()).toBeGreaterThan(3_590_000);
  });
});
