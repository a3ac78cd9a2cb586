import type { Kept, Ledge, LeftChange } from './keptStore.ts';
import type { KeptEntries } from './shelf.ts';

/**
 * Entries of one kind in localStorage, which takes them before the page is gone; IndexedDB gives up what it has not
 * written by then. A picture that was never on disk is not left: its bytes would not be there.
 */
export function createLedge<K extends keyof KeptEntries>(table: K): Ledge<KeptEntries[K]> {
  type Left = LeftChange<KeptEntries[K]>;
  const prefix = `nachweis-left/${table}/`;
  return {
    leave(change) {
      if (table === 'pictures' && change.on.every((revision) => revision === null)) return;
      try {
        localStorage.setItem(prefix + change.key, JSON.stringify(change));
      } catch {
        // It is full, or not to be had: the page goes without.
      }
    },
    left: (personId) =>
      keys()
        .filter((key) => key.startsWith(prefix))
        .flatMap((key) => readLeft<Left>(key) ?? [])
        .filter((change) => change.personId === personId),
    clear: (key) => localStorage.removeItem(prefix + key),
  };
}

function keys(): string[] {
  try {
    return Object.keys(localStorage);
  } catch {
    return [];
  }
}

function readLeft<T extends LeftChange<Kept>>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null');
  } catch {
    return null;
  }
}
