/**
 * Lets those who work on the same thing take turns. The bin removes bytes, and an upload of the same bytes enters
 * them: each first makes sure of the file and then of the row, and the two must not be mixed.
 */
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
