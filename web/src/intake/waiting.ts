import { useSyncExternalStore } from 'react';
import type { Incoming } from './incoming.ts';

/** Pictures that came in where they could not be taken: until an assignment is chosen, or the one before is done. */
let waiting: Incoming[] = [];
const listeners = new Set<() => void>();

export function useWaiting(): readonly Incoming[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting,
  );
}

export function letWait(incoming: readonly Incoming[]): void {
  waiting = [...waiting, ...incoming];
  for (const listener of listeners) listener();
}

/** Hands them over; they wait no longer. */
export function takeWaiting(): Incoming[] {
  const taken = waiting;
  if (taken.length > 0) {
    waiting = [];
    for (const listener of listeners) listener();
  }
  return taken;
}
