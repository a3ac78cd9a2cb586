import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { launch } from '../fixtures/school.ts';

const OLDER = join(import.meta.dirname, '..', '..', 'tests', 'older', '36f8c14');
const before = JSON.parse(readFileSync(join(OLDER, 'expected.json'), 'utf8'));

test('what a browser kept for the first version is sent after the update: pictures, changes, the statement', async ({
  browser,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'nachweis-older-'));
  execFileSync('tar', ['-xzf', join(OLDER, 'data.tar.gz'), '-C', folder]);
  const { child, address } = await launch(folder, 0);
  const page = await browser.newPage({ baseURL: address });
  try {
    await page.goto('/api/health');
    await page.evaluate(keepAsFirstVersion, before.browser);
    const signedIn = await page.request.post('/api/session', {
      data: { email: before.people.noor.email, password: before.password },
      headers: { Origin: address },
    });
    expect(signedIn.ok()).toBe(true);
    const [waiting, , changed] = before.browser.evidence;
    const sheet = async () => {
      const answer = await page.request.get(`/api/assignments/${waiting.assignmentId}`);
      return (await answer.json()).draft;
    };
    await page.goto(`/assignments/${waiting.assignmentId}`);
    await expect
      .poll(async () => (await sheet()).evidence.find((e: { id: string }) => e.id === waiting.evidenceId))
      .toMatchObject({
        framing: waiting.framing,
        marks: waiting.marks,
        capture: { width: 160, height: 100 },
      });
    await expect.poll(async () => (await sheet()).statement).toBe(before.browser.statements[0].text);
    const draft = await sheet();
    expect(draft.evidence.find((e: { id: string }) => e.id === changed.evidenceId)).toMatchObject({
      marks: changed.marks,
      version: 2,
    });
    // The one that was taken out before it was ever sent never is.
    const ids = draft.evidence.map((e: { id: string }) => e.id);
    expect(ids).not.toContain(before.browser.evidence[1].evidenceId);
    await expect(page.locator('[data-status=waiting]')).toHaveCount(0);
    // The first store is empty: nothing is sent a second time by whoever opens the page next.
    expect(await page.evaluate(countFirstVersion)).toBe(0);
  } finally {
    await page.close();
    child.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
});

/** Makes the browser's store as commit 36f8c14 leaves it. Runs in the page. */
async function keepAsFirstVersion(store: {
  pictures: Array<{ blob: { type: string; base64: string } }>;
  evidence: unknown[];
  statements: unknown[];
}): Promise<void> {
  const opening = indexedDB.open('nachweis', 1);
  opening.onupgradeneeded = () => {
    opening.result.createObjectStore('pictures', { keyPath: 'captureId' });
    opening.result.createObjectStore('evidence', { keyPath: 'evidenceId' });
    opening.result.createObjectStore('statements', { keyPath: 'key' });
  };
  const db = await new Promise<IDBDatabase>((resolve, reject) => {
    opening.onsuccess = () => resolve(opening.result);
    opening.onerror = () => reject(opening.error);
  });
  const transaction = db.transaction(['pictures', 'evidence', 'statements'], 'readwrite');
  for (const picture of store.pictures) {
    const bytes = Uint8Array.from(atob(picture.blob.base64), (c) => c.charCodeAt(0));
    transaction
      .objectStore('pictures')
      .put({ ...picture, blob: new Blob([bytes], { type: picture.blob.type }) });
  }
  for (const one of store.evidence) transaction.objectStore('evidence').put(one);
  for (const one of store.statements) transaction.objectStore('statements').put(one);
  await new Promise((resolve) => {
    transaction.oncomplete = resolve;
  });
  db.close();
}

/** How many entries the first version's store still holds. Runs in the page. */
async function countFirstVersion(): Promise<number> {
  if (!(await indexedDB.databases()).some((db) => db.name === 'nachweis')) return 0;
  const opening = indexedDB.open('nachweis');
  const db = await new Promise<IDBDatabase>((resolve) => {
    opening.onsuccess = () => resolve(opening.result);
  });
  let count = 0;
  for (const name of db.objectStoreNames) {
    const asked = db.transaction(name).objectStore(name).count();
    count += await new Promise<number>((resolve) => {
      asked.onsuccess = () => resolve(asked.result);
    });
  }
  db.close();
  return count;
}
