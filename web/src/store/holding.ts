/**
 * Holds a name until it is let go of, or until the tab is closed or crashes. Where the browser has no locks, every name
 * counts as free.
 * @param ms to wait for a tab that has the name and is just going, as the one before a reload
 * @returns lets go of it; null where another tab has it
 */
export function hold(name: string, ms: number): Promise<(() => void) | null> {
  if (!navigator.locks) return Promise.resolve(() => {});
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
  const { held = [] } = (await navigator.locks?.query()) ?? {};
  return names.filter((name) => held.some((lock) => lock.name === name));
}
