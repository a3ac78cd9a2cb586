import { useSyncExternalStore } from 'react';

/** What the last calls told of the server: whether it answered, whether it still knows who is here and what this page is. */
export interface Connection {
  reached: boolean;
  signedOut: boolean;
  /** Nachweis was updated; this page is of an earlier version */
  outdated: boolean;
}

let connection: Connection = { reached: true, signedOut: false, outdated: false };
const listeners = new Set<() => void>();

export function reportConnection(change: Partial<Connection>): void {
  const next = { ...connection, ...change };
  if (
    next.reached === connection.reached &&
    next.signedOut === connection.signedOut &&
    next.outdated === connection.outdated
  )
    return;
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
