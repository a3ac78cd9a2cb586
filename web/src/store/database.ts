import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { KeptJudgement } from './judgement.ts';
import { type PictureDocument, UNPREPARED } from './pictureDocument.ts';
import type { KeptStatement } from './statement.ts';

/** Bytes of a picture, beside its document, so that a change of it does not write them again. */
export interface KeptBytes {
  captureId: string;
  personId: string;
  blob: Blob;
}

interface Schema extends DBSchema {
  pictures: { key: string; value: PictureDocument };
  bytes: { key: string; value: KeptBytes };
  statements: { key: string; value: KeptStatement };
  judgements: { key: string; value: KeptJudgement };
}

export type BrowserDatabase = IDBPDatabase<Schema>;

/** The first one is left where it is, for a page of that version may still be open. */
const NAME = 'nachweis-2';
/** the store as it was first made */
export const FIRST_NAME = 'nachweis';

/** Opens the browser's store, and takes over what an earlier version left in its own. */
export async function openBrowserDatabase(onOutdated: () => void): Promise<BrowserDatabase> {
  const db = await openDB<Schema>(NAME, 2, {
    async upgrade(made, from, _to, transaction) {
      if (from < 1) {
        made.createObjectStore('pictures', { keyPath: 'evidenceId' });
        made.createObjectStore('bytes', { keyPath: 'captureId' });
        made.createObjectStore('statements', { keyPath: 'key' });
        made.createObjectStore('judgements', { keyPath: 'key' });
      } else {
        // What was kept before pictures had steps and formats has none.
        const pictures = transaction.objectStore('pictures');
        for (const old of await pictures.getAll()) await pictures.put({ ...UNPREPARED, ...old });
      }
    },
    blocking(_old, _new, event) {
      // A page of a later version needs the store; this one cannot go on with it.
      (event.target as IDBDatabase).close();
      onOutdated();
    },
  });
  await takeOver(db);
  return db;
}

async function takeOver(db: BrowserDatabase): Promise<void> {
  // Asking for a store makes it; one that was not there is not wanted.
  if (indexedDB.databases && !(await indexedDB.databases()).some(({ name }) => name === FIRST_NAME)) return;
  // Where its code cannot be fetched now, all stays where it is until it can.
  const part = await import('./firstStore.ts').catch(() => null);
  const first = await part?.readFirstStore();
  if (!first) return;
  const transaction = db.transaction(['pictures', 'bytes', 'statements'], 'readwrite', {
    durability: 'strict',
  });
  const pictures = transaction.objectStore('pictures');
  for (const document of first.pictures) {
    const there = await pictures.get(document.evidenceId);
    if (!there || there.revision < document.revision) await pictures.put(document);
  }
  for (const bytes of first.bytes) await transaction.objectStore('bytes').put(bytes);
  const statements = transaction.objectStore('statements');
  for (const statement of first.statements) {
    const there = await statements.get(statement.key);
    if (!there || there.revision < statement.revision) await statements.put(statement);
  }
  await transaction.done;
  await first.leave();
}
