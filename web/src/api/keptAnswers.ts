import { CONTRACT_VERSION, type EndpointName } from '@nachweis/contract';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** What a student needs to go on without a connection. Pictures and other people's work are never kept here. */
const KEPT: ReadonlySet<EndpointName> = new Set<EndpointName>([
  'me',
  'listAssignments',
  'proofSheet',
  'workFiles',
  'handInView',
  'listPresets',
  'listMarkSets',
]);
/** Older answers are shown to nobody: a session does not last longer either, unless a school wants it to. */
const KEPT_MS = 12 * 3_600_000;

interface KeptAnswer {
  address: string;
  personId: string;
  /** when it was read, in milliseconds */
  at: number;
  /** of the contract it was read by; absent in what an earlier version kept */
  contract?: string;
  answer: unknown;
}

interface Schema extends DBSchema {
  answers: { key: string; value: KeptAnswer };
}

let opened: Promise<IDBPDatabase<Schema>> | null = null;
function answers(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('nachweis-answers', 1, {
    upgrade(made) {
      made.createObjectStore('answers', { keyPath: 'address' });
    },
  });
  return opened;
}

/**
 * Keeps what is known last of an address, for a reload without a connection. A browser that keeps nothing, or is full,
 * goes without.
 */
export async function keepAnswer(
  name: EndpointName,
  address: string,
  personId: string | null,
  answer: unknown,
): Promise<void> {
  if (!KEPT.has(name) || !personId) return;
  try {
    const db = await answers();
    const transaction = db.transaction('answers', 'readwrite');
    for await (const cursor of transaction.store) {
      const { value } = cursor;
      if (value.personId !== personId || value.at < Date.now() - KEPT_MS) await cursor.delete();
    }
    await transaction.store.put({ address, personId, at: Date.now(), contract: CONTRACT_VERSION, answer });
    await transaction.done;
  } catch {
    // As without it.
  }
}

/**
 * What was read last from an address, and when.
 * @param personId whom the page speaks for; null where that is not known yet
 * @returns null where nothing is kept for that person, or not in the form of this version
 */
export async function keptAnswer(
  name: EndpointName,
  address: string,
  personId: string | null,
): Promise<{ answer: unknown; at: number } | null> {
  if (!KEPT.has(name)) return null;
  try {
    const kept = await (await answers()).get('answers', address);
    if (!kept || kept.at < Date.now() - KEPT_MS) return null;
    if (personId !== null && kept.personId !== personId) return null;
    return kept.contract === CONTRACT_VERSION ? { answer: kept.answer, at: kept.at } : null;
  } catch {
    return null;
  }
}

/** Does to what is kept of an address what has just happened at the server; nothing where nothing is kept. */
export async function changeKept<T>(address: string, change: (kept: T) => T): Promise<void> {
  try {
    const transaction = (await answers()).transaction('answers', 'readwrite');
    const kept = await transaction.store.get(address);
    if (kept) await transaction.store.put({ ...kept, answer: change(kept.answer as T) });
    await transaction.done;
  } catch {
    await forgetAnswers();
  }
}

/**
 * Nothing that was read is shown again without having been asked for: nobody is signed in any more, or what was done
 * changes more than can be told here.
 * @param but an address whose answer still holds
 */
export async function forgetAnswers(but = ''): Promise<void> {
  try {
    const transaction = (await answers()).transaction('answers', 'readwrite');
    for (const address of await transaction.store.getAllKeys())
      if (address !== but) await transaction.store.delete(address);
    await transaction.done;
  } catch {
    // Nothing was kept.
  }
}
