import { setTimeout as pause } from 'node:timers/promises';
import { createKeyedLock } from './keyedLock.ts';

/** Pages that hear of the same change ask within this time of one another. */
const GATHERING_MS = 15;

/** Reads what several ask for at the same time once for all of them. */
export type SharedReads = <T>(key: string, read: () => Promise<T>) => Promise<T>;

/**
 * A class of hundreds takes a tenth of a second of the server's time to read, and everybody who has it before them asks
 * for it whenever one of them gives a verdict. Each is given a reading that began after they asked: nobody misses what
 * they themselves, or whoever told them, had written.
 *
 * What is read is given to several: none may change it.
 */
export function createSharedReads(): SharedReads {
  const lock = createKeyedLock();
  const waiting = new Map<string, Promise<unknown>>();
  return <T>(key: string, read: () => Promise<T>): Promise<T> => {
    const there = waiting.get(key);
    if (there) return there as Promise<T>;
    const mine = lock.with(key, async () => {
      await pause(GATHERING_MS);
      // Who asks from now on waits for the next one.
      waiting.delete(key);
      return read();
    });
    waiting.set(key, mine);
    return mine;
  };
}
