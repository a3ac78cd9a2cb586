import type { Ledge, LeftChange } from './keptStore.ts';
import { keepNote, readNote } from './notes.ts';
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
      // Where it is full, or not to be had, the page goes without.
      keepNote(prefix + change.key, change);
    },
    left: (personId) =>
      keys()
        .filter((key) => key.startsWith(prefix))
        .flatMap((key) => readNote<Left>(key) ?? [])
        .filter((change) => change.personId === personId),
    clear: (key) => void keepNote(prefix + key, null),
  };
}

function keys(): string[] {
  try {
    return Object.keys(localStorage);
  } catch {
    return [];
  }
}
