import { useEffect } from 'react';
import { serverNow } from './serverClock.ts';

/** The server's clock is known to three seconds; and a class that waits for one instant does not ask in the same one. */
const [AFTER_MS, WITHIN_MS] = [3000, 3000];
/** What a timer of a browser can wait: no page stands open for longer. */
const MOST_MS = 2 ** 31 - 1;

interface Times {
  /** UTC instants in ISO 8601 */
  opensAt: string;
  dueAt: string;
  lateUntil: string | null;
}

/**
 * Reads again once one of some times has passed: whether something is open, late or closed is the server's to say, and a
 * page may have stood open since before.
 */
export function useOnceTimesPass(of: readonly Times[], again: () => unknown): void {
  const times = of.flatMap(({ opensAt, dueAt, lateUntil }) => [opensAt, dueAt, lateUntil ?? '']);
  const next = Math.min(...times.map(Date.parse).filter((at) => at > serverNow()));
  useEffect(() => {
    const wait = next - serverNow() + AFTER_MS + Math.random() * WITHIN_MS;
    if (wait > MOST_MS) return;
    const timer = setTimeout(again, wait);
    return () => clearTimeout(timer);
  }, [next, again]);
}
