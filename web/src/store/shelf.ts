import type { BrowserDatabase } from './database.ts';
import type { Shelf } from './keptStore.ts';

/** What is kept, by kind. */
export type KeptEntries = {
  pictures: import('./pictureDocument.ts').PictureDocument;
  statements: import('./statement.ts').KeptStatement;
  judgements: import('./judgement.ts').KeptJudgement;
};

/**
 * Entries of one kind in IndexedDB. A picture that goes lets go of its bytes, and not before: until the server has its
 * evidence too, it is shown from here after a reload without a connection.
 */
export function createShelf<K extends keyof KeptEntries>(
  open: () => Promise<BrowserDatabase>,
  table: K,
): Shelf<KeptEntries[K]> {
  return {
    all: async () => (await (await open()).getAll(table)) as Array<KeptEntries[K]>,
    async change(key, decide) {
      const transaction = (await open()).transaction([table, 'bytes'], 'readwrite', { durability: 'strict' });
      const store = transaction.objectStore(table);
      const onDisk = (await store.get(key)) as KeptEntries[K] | undefined;
      const next = decide(onDisk);
      if (next) await store.put(next);
      else if (onDisk) await store.delete(key);
      const captureId = table === 'pictures' && !next ? captureOf(onDisk) : null;
      if (captureId) await transaction.objectStore('bytes').delete(captureId);
      await transaction.done;
    },
  };
}

const captureOf = (entry: unknown) => (entry as { captureId?: string } | undefined)?.captureId ?? null;
