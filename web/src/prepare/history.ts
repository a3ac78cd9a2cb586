/** Something that is being changed, with every step of it. */
export interface History<T> {
  past: readonly T[];
  now: T;
  /** what was undone, the last one first */
  future: readonly T[];
  /** changes of this name in a row are one step */
  merging: string;
}

export const begin = <T>(now: T): History<T> => ({ past: [], now, future: [], merging: '' });

/** @param mergeWith joins it to the step before, where that has the same name */
export const changed = <T>({ past, now, merging }: History<T>, next: T, mergeWith = ''): History<T> => ({
  past: mergeWith !== '' && mergeWith === merging ? past : [...past, now],
  now: next,
  future: [],
  merging: mergeWith,
});

export function undone<T>(history: History<T>): History<T> {
  const { past, now, future } = history;
  if (past.length === 0) return history;
  return { past: past.slice(0, -1), now: past.at(-1) as T, future: [now, ...future], merging: '' };
}

export function redone<T>(history: History<T>): History<T> {
  const { past, now, future } = history;
  if (future.length === 0) return history;
  return { past: [...past, now], now: future[0] as T, future: future.slice(1), merging: '' };
}
