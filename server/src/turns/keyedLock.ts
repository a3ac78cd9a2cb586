/** Lets those who work on the same thing take turns; who works on another does not wait. */
export interface KeyedLock {
  with<T>(key: string, work: () => Promise<T>): Promise<T>;
}

export function createKeyedLock(): KeyedLock {
  const last = new Map<string, Promise<unknown>>();
  return {
    async with(key, work) {
      const before = last.get(key);
      const mine = (before ?? Promise.resolve()).then(work, work);
      // A failure is told to who asked, not to who comes next.
      const settled = mine.catch(() => undefined);
      last.set(key, settled);
      try {
        return await mine;
      } finally {
        if (last.get(key) === settled) last.delete(key);
      }
    },
  };
}
