import { useSyncExternalStore } from 'react';

/** What the last calls told of the server: whether it answered, and whether it still knows who is here. */
export interface Connection {
  reached: boolean;
  signedOut: boolean;
}

let connection: Connection = { reached: true, signedOut: false };
const listeners = new Set<() => void>();

export function reportConnection(change: Partial<Connection>): void {
  const next = { ...connection, ...change };
  if (next.reached === connection.reached && next.signedOut === connection.signedOut) return;
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
