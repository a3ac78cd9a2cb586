import { useSyncExternalStore } from 'react';

/** What the last calls told of the server: whether it answered, whether it still knows who is here and what this page is. */
export interface Connection {
  reached: boolean;
  signedOut: boolean;
  /** it is signed out because somebody else has signed in in this browser */
  byOther: boolean;
  /** Nachweis was updated; this page is of an earlier version */
  outdated: boolean;
  /** a later version lies ready; this page goes on with its own */
  renewed: boolean;
  /** when what the page shows was read, in milliseconds, where the server could not be asked for it; null: just now */
  readAt: number | null;
}

let connection: Connection = {
  reached: true,
  signedOut: false,
  byOther: false,
  outdated: false,
  renewed: false,
  readAt: null,
};
const listeners = new Set<() => void>();

export function reportConnection(change: Partial<Connection>): void {
  const next = { ...connection, ...change };
  if (next.reached) next.readAt = null;
  const keys = Object.keys(next) as Array<keyof Connection>;
  if (keys.every((key) => next[key] === connection[key])) return;
  connection = next;
  for (const listener of listeners) listener();
}

export function useConnection(): Connection {
  return useSyncExternalStore(subscribe, () => connection);
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
