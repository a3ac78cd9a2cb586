import { reportConnection } from '../api/connection.ts';
import { type BrowserDatabase, openBrowserDatabase } from './database.ts';
import { createKeptStore } from './keptStore.ts';
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
);
export const statementEntries = createKeptStore(createShelf(database, 'statements'), (one) => one.key, bell);
export const judgementEntries = createKeptStore(createShelf(database, 'judgements'), (one) => one.key, bell);

/** Reads what an earlier visit left, for one person; another person's is left alone. */
export async function openStore(personId: string): Promise<void> {
  await Promise.all([
    pictureEntries.open(personId),
    statementEntries.open(personId),
    judgementEntries.open(personId),
  ]);
}
