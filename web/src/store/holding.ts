import { askedFor, heldAmongTabs } from './heldByAsking.ts';

/**
 * Holds a name until it is let go of, or until the tab is closed or crashes (W3C Web Locks). Where the browser has no
 * locks, as for pages that are not over HTTPS, the tabs ask each other.
 * @param ms to wait for a tab that has the name and is just going, as the one before a reload
 * @returns lets go of it; null where another tab has it
 */
export function hold(name: string, ms: number): Promise<(() => void) | null> {
  if (!navigator.locks) return askedFor(name, ms);
  return new Promise((resolve) => {
    navigator.locks
      .request(
        name,
        ms > 0 ? { signal: AbortSignal.timeout(ms) } : { ifAvailable: true },
        (lock) => new Promise<void>((letGo) => (lock ? resolve(letGo) : letGo(resolve(null)))),
      )
      .catch(() => resolve(null));
  });
}

/** @returns the names of those that some tab of this browser holds */
export async function heldOf(names: readonly string[]): Promise<string[]> {
  if (!navigator.locks) return heldAmongTabs(names);
  const { held = [] } = await navigator.locks.query();
  return names.filter((name) => held.some((lock) => lock.name === name));
}
