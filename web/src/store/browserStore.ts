import { reportConnection } from '../api/connection.ts';
import { type BrowserDatabase, openBrowserDatabase } from './database.ts';
import { createKeptStore } from './keptStore.ts';
import { createLedge } from './ledge.ts';
import { createShelf } from './shelf.ts';

/** The browser's store of this page: one database, three kinds of entries, one bell between the tabs. */
let opened: Promise<BrowserDatabase> | null = null;

export function database(): Promise<BrowserDatabase> {
  opened ??= openBrowserDatabase(() => reportConnection({ outdated: true })).catch((error) => {
    opened = null;
    throw error;
  });
  return opened;
}

const channel = new BroadcastChannel('nachweis-store');
const listeners = new Set<() => void>();
channel.onmessage = () => {
  for (const listener of listeners) listener();
};
const bell = {
  ring: () => channel.postMessage('changed'),
  onRing: (listener: () => void) => void listeners.add(listener),
};

export const pictureEntries = createKeptStore(
  createShelf(database, 'pictures'),
  (one) => one.evidenceId,
  bell,
  createLedge('pictures'),
);
export const statementEntries = createKeptStore(
  createShelf(database, 'statements'),
  (one) => one.key,
  bell,
  createLedge('statements'),
);
export const judgementEntries = createKeptStore(
  createShelf(database, 'judgements'),
  (one) => one.key,
  bell,
  createLedge('judgements'),
);

/** A store that takes longer to open, as where another tab holds it, is gone on without. */
const LONGEST_OPENING_MS = 5000;
const openedFor = new Set<string>();
const openListeners = new Set<() => void>();

/**
 * Reads what an earlier visit left, for one person; another person's is left alone.
 *
 * @param thenRead what has to be there too before the store is called open
 */
export async function openStore(personId: string, thenRead: () => Promise<void>): Promise<void> {
  const tell = () => {
    if (openedFor.has(personId)) return;
    openedFor.add(personId);
    for (const listener of openListeners) listener();
  };
  const limit = setTimeout(tell, LONGEST_OPENING_MS);
  try {
    await Promise.all([
      pictureEntries.open(personId),
      statementEntries.open(personId),
      judgementEntries.open(personId),
    ]);
    await thenRead();
  } finally {
    clearTimeout(limit);
    tell();
  }
}

/** Reads what all tabs have written up to now. */
export const refreshStore = (): Promise<unknown> =>
  Promise.all([pictureEntries.refresh(), statementEntries.refresh(), judgementEntries.refresh()]);

/** Whether what an earlier visit left has been read, or cannot be. */
export const isStoreOpen = (personId: string): boolean => openedFor.has(personId);

export function onStoreOpen(listener: () => void): () => void {
  openListeners.add(listener);
  return () => openListeners.delete(listener);
}

/** The page goes, perhaps for good: what the disk has not taken yet is left for the next one. */
export function leaveStore(): void {
  for (const entries of [pictureEntries, statementEntries, judgementEntries]) entries.leave();
}
