import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { beforeEach, expect, it } from 'vitest';
import { type BrowserDatabase, openBrowserDatabase } from './database.ts';
import type { PictureDocument } from './pictureDocument.ts';
import { createShelf } from './shelf.ts';

let db: BrowserDatabase;
beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
});

/** What a page of the first version kept (commit 36f8c14). */
async function firstVersion() {
  const first = await openDB('nachweis', 1, {
    upgrade(made) {
      made.createObjectStore('pictures', { keyPath: 'captureId' });
      made.createObjectStore('evidence', { keyPath: 'evidenceId' });
      made.createObjectStore('statements', { keyPath: 'key' });
    },
  });
  const base = {
    personId: 'me',
    assignmentId: 'a',
    proofPointId: 'p',
    framing: { kind: 'whole' },
    marks: [],
    problem: '',
  };
  await first.put('pictures', {
    captureId: 'c1',
    personId: 'me',
    blob: new Blob(['bytes']),
    source: 'clipboard',
    surface: 'unknown',
    name: '',
    width: 16,
    height: 10,
    notes: ['A note.'],
    done: ['Straightened.'],
    keptAt: 5,
  });
  await first.put('evidence', {
    ...base,
    evidenceId: 'e1',
    captureId: 'c1',
    baseVersion: 0,
    revision: 3,
    state: 'waiting',
    addedAt: 5,
    removed: false,
  });
  await first.put('evidence', {
    ...base,
    evidenceId: 'e2',
    captureId: 'c2',
    baseVersion: 4,
    revision: 2,
    state: 'refused',
    problem: 'Reload.',
    addedAt: 0,
    removed: false,
  });
  await first.put('evidence', {
    ...base,
    evidenceId: 'e3',
    captureId: 'c1',
    baseVersion: 0,
    revision: 2,
    state: 'waiting',
    addedAt: 6,
    removed: true,
  });
  await first.put('statements', {
    key: 'me/a',
    personId: 'me',
    assignmentId: 'a',
    text: 'It fits.',
    baseVersion: 1,
    revision: 2,
    state: 'stale',
    problem: 'Two texts.',
  });
  first.close();
}

it('takes over what the first version kept, with its bytes, and empties that', async () => {
  await firstVersion();
  db = await openBrowserDatabase(() => {});
  const pictures = await db.getAll('pictures');
  expect(pictures).toMatchObject([
    {
      evidenceId: 'e1',
      state: 'waiting',
      bytesSent: false,
      revision: 3,
      notes: ['A note.'],
      origin: { done: ['Straightened.'] },
    },
    { evidenceId: 'e2', state: 'waiting', bytesSent: true, baseVersion: 4 },
    { evidenceId: 'e3', state: 'taken-out' },
  ]);
  expect(await (await db.get('bytes', 'c1'))?.blob.text()).toBe('bytes');
  expect(await db.getAll('statements')).toMatchObject([
    { text: 'It fits.', state: 'stale', problem: 'Two texts.' },
  ]);
  const again = await openDB('nachweis');
  expect(await again.count('evidence')).toBe(0);
});

it('makes nothing where there was no first version', async () => {
  db = await openBrowserDatabase(() => {});
  expect((await indexedDB.databases()).map((one) => one.name)).toEqual(['nachweis-2']);
});

it('lets go of the bytes when the picture goes, and not while its evidence is still to be sent', async () => {
  db = await openBrowserDatabase(() => {});
  const shelf = createShelf(async () => db, 'pictures');
  const picture = (evidenceId: string, captureId: string) =>
    ({ evidenceId, captureId, personId: 'me', revision: 1, bytesSent: false }) as PictureDocument;
  for (const id of ['1', '2', '3']) {
    await db.put('bytes', { captureId: `c${id}`, personId: 'me', blob: new Blob(['x']) });
    await shelf.change(`e${id}`, () => picture(`e${id}`, `c${id}`));
  }
  await shelf.change('e1', (one) => ({ ...(one as PictureDocument), bytesSent: true }));
  await shelf.change('e2', () => null);
  expect(await db.getAllKeys('bytes')).toEqual(['c1', 'c3']);
});

it('gives pictures that were kept before there were steps and formats none of either', async () => {
  const before = await openDB('nachweis-2', 1, {
    upgrade(made) {
      for (const [name, keyPath] of [
        ['pictures', 'evidenceId'],
        ['bytes', 'captureId'],
        ['statements', 'key'],
        ['judgements', 'key'],
      ] as const)
        made.createObjectStore(name, { keyPath });
    },
  });
  const framing = { kind: 'region', box: { x: 1, y: 2, width: 3, height: 4 } };
  await before.put('pictures', { evidenceId: 'e1', captureId: 'c1', framing, marks: [], state: 'waiting' });
  before.close();
  db = await openBrowserDatabase(() => {});
  expect(await db.getAll('pictures')).toMatchObject([
    { evidenceId: 'e1', framing, trims: [], encoding: null },
  ]);
});

it('makes way for a page of a later version', async () => {
  let outdated = false;
  db = await openBrowserDatabase(() => {
    outdated = true;
  });
  const later = await openDB('nachweis-2', 3);
  expect(outdated).toBe(true);
  later.close();
});
