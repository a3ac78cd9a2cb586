import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { intercept } from '../fixtures/intercept.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { openSavedPicture } from '../fixtures/savedPicture.ts';
import { expect, openSheet, PASSWORD, serverDraft, signIn, test, WEB } from '../fixtures/school.ts';

test.use({ serviceWorkers: 'allow' });

/** Everything that opens without a connection is in the browser. */
const pagesKept = (page: Page) =>
  page.evaluate(() => navigator.serviceWorker.ready.then(({ active }) => active?.scriptURL));

test('after a reload without a connection the student goes on: sheet, framing, bench, statement; all is sent later', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await page.getByRole('link', { name: 'Assignments', exact: true }).click();
  await page.getByRole('link', { name: 'Rating curve' }).waitFor();
  await pagesKept(page);
  await school.stop();
  // The browser is closed and opened again on another page than the one that was left.
  await page.goto(`/assignments/${school.curve.id}`);
  await expect(
    page.getByText(/No connection to the server.* What you see was read at \d\d:\d\d\./),
  ).toBeVisible();
  await addByDrop(page, 400, 300);
  await page
    .getByText(/to be marked|Arrow keys move/)
    .first()
    .waitFor();
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=waiting]')).toHaveText(
    '400 × 300 · kept in this browser, not sent yet',
  );
  await page.goto(`/assignments/${school.curve.id}/hand-in`);
  await page.getByLabel('Your own statement').fill('Written without a connection.');
  await expect(page.getByText('kept in this browser', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Your own statement')).toHaveValue('Written without a connection.');
  await page.goto(`/assignments/${school.curve.id}`);
  await expect(page.locator('[data-status=waiting]')).toBeVisible();
  // Every page of a student's way opens.
  for (const [path, heading] of [
    ['/', 'Assignments'],
    ['/capture', 'Capture station'],
    ['/captures', /^Captures$/],
    ['/guide', 'Guide'],
    ['/settings', /settings/i],
    ['/ready', 'Ready for the lab'],
    [`/assignments/${school.curve.id}/hand-in`, /^Hand in/],
  ] as const) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1, name: heading }).first(), path).toBeVisible();
  }
  await page.goto('/ready');
  await expect(page.getByText('These pages are kept here: they open without a connection.')).toBeVisible();
  await school.start();
  await page.goto(`/assignments/${school.curve.id}`);
  await expect(page.locator('[data-status=saved]')).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText('No connection to the server.')).toHaveCount(0);
  await expect
    .poll(async () => (await serverDraft(page, school.curve)).statement)
    .toBe('Written without a connection.');
  const { evidence } = await serverDraft(page, school.curve);
  expect(evidence[0].marks.map((mark: { letter: string }) => mark.letter)).toEqual(['a', 'b']);
});

test('a connection that was away for long is noticed when it is back, and what is shown is read again', async ({
  page,
  school,
}) => {
  await page.clock.install();
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await pagesKept(page);
  await school.stop();
  await page.reload();
  await expect(page.getByText('No connection to the server.')).toBeVisible();
  // An hour of asking in vain.
  for (let i = 0; i < 60; i++) await page.clock.runFor(60_000);
  await school.start();
  const read = page.waitForResponse((response) =>
    response.url().endsWith(`/api/assignments/${school.single.id}`),
  );
  await page.clock.runFor(9_000);
  expect((await read).ok()).toBe(true);
  await expect(page.getByText('No connection to the server.')).toHaveCount(0);
});

test('what was saved on another page is not said to be missing after a reload without a connection', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await pagesKept(page);
  // It is sent while another page is open: no sheet has read since what the server answered to it.
  let letGo = () => {};
  const held = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  await intercept(page, '**/api/evidence/*', async (route) => {
    await held;
    await route.continue();
  });
  await addByDrop(page, 320, 200);
  await page.getByRole('link', { name: 'Captures', exact: true }).click();
  await page.getByRole('heading', { name: 'Captures', exact: true }).waitFor();
  const sent = page.waitForResponse((response) => response.url().includes('/api/evidence/'));
  letGo();
  await (await sent).finished();
  await expect.poll(async () => (await serverDraft(page, school.single)).evidence.length).toBe(1);
  await school.stop();
  await page.goto(`/assignments/${school.single.id}`);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await expect(page.getByText('P1 has no picture yet.')).toHaveCount(0);
  await expect(page.getByText('The picture is on the server, which cannot be reached now.')).toBeVisible();
  await school.start();
  await expect(page.getByText('The picture is on the server, which cannot be reached now.')).toHaveCount(0);
});

test('a page that opened without a connection comes back by itself, for the person it was opened for', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await pagesKept(page);
  await school.stop();
  await page.reload();
  await addByDrop(page, 320, 200);
  await expect(page.locator('[data-status=waiting]')).toBeVisible();
  // While the page had no connection somebody else signed in on this computer.
  await intercept(page, '**/api/**', (route) => route.abort());
  await school.start();
  await signIn(page, school, school.classmate);
  await page.unroute('**/api/**');
  await expect(page.getByRole('link', { name: `Your settings, ${school.classmate.name}` })).toBeVisible({
    timeout: 20_000,
  });
  await expect(page.locator('[data-status=waiting]')).toHaveCount(0);
  // Nothing that was read for the first one is left for the second.
  const owners = () =>
    page.evaluate(
      () =>
        new Promise((resolve) => {
          const opened = indexedDB.open('nachweis-answers');
          opened.onsuccess = () => {
            const all = opened.result.transaction('answers').objectStore('answers').getAll();
            all.onsuccess = () => resolve([...new Set(all.result.map((one) => one.personId))]);
          };
        }),
    );
  await expect.poll(owners).toEqual([school.classmate.id]);
  expect((await serverDraft(page, school.single)).evidence).toEqual([]);
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.single.id}`);
  await expect(page.locator('[data-status=saved]')).toBeVisible({ timeout: 20_000 });
});

test('nobody’s data lies among the pages that are kept, and what was read goes when its person signs out', async ({
  page,
  school,
}) => {
  await openSavedPicture(page, school);
  await pagesKept(page);
  await page.reload();
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const inCaches = await page.evaluate(async () => {
    const kept = await Promise.all(
      (await caches.keys()).map(async (name) => (await caches.open(name)).keys()),
    );
    return kept.flat().map(({ url }) => new URL(url).pathname);
  });
  expect(inCaches.length).toBeGreaterThan(20);
  expect(inCaches.filter((path) => !/^\/(assets\/[\w.-]+|index\.html|mark\.(svg|png))$/.test(path))).toEqual(
    [],
  );
  await page.getByRole('button', { name: 'Sign out' }).click();
  // The picture is not handed in, which is said first.
  await page.getByRole('dialog').getByRole('button', { name: 'Sign out' }).click();
  await page.getByLabel('E-mail').waitFor();
  await school.stop();
  await page.goto('/');
  await expect(page.getByText(/cannot be reached|No connection/i).first()).toBeVisible();
  await expect(page.getByText(school.student.name)).toHaveCount(0);
  await expect(page.getByText('One picture')).toHaveCount(0);
});

test('a new version is announced, and a reload brings it; what was kept of the old one is not mixed in', async ({
  page,
  school,
}) => {
  const next = mkdtempSync(join(tmpdir(), 'nachweis-next-'));
  try {
    await signIn(page, school, school.student);
    await openSheet(page, school.single);
    await pagesKept(page);
    cpSync(WEB, next, { recursive: true });
    const index = join(next, 'index.html');
    writeFileSync(
      index,
      readFileSync(index, 'utf8').replace(
        '<div id="root">',
        '<meta name="build" content="next" /><div id="root">',
      ),
    );
    const [, entry = ''] = /src="\/assets\/(index-[\w-]+\.js)"/.exec(readFileSync(index, 'utf8')) ?? [];
    writeFileSync(join(next, 'assets', 'index-next.js'), `import './${entry}';`);
    writeFileSync(index, readFileSync(index, 'utf8').replace(`/assets/${entry}`, '/assets/index-next.js'));
    const worker = join(next, 'sw.js');
    writeFileSync(worker, `${readFileSync(worker, 'utf8')}\n// next`);
    await school.stop();
    await school.start(next);
    await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update());
    await expect(
      page.getByText('Nachweis was updated. Your pictures, marks, statements and verdicts are kept.'),
    ).toBeVisible();
    // The page goes on working with its own version until then.
    await addByDrop(page, 320, 200);
    await expect(page.locator('[data-status=saved]')).toBeVisible();
    await page.getByRole('button', { name: 'Reload the page' }).click();
    await expect(page.locator('meta[name=build]')).toHaveAttribute('content', 'next');
    await expect(page.locator('[data-status=saved]')).toBeVisible();
    await expect(page.getByText('Nachweis was updated.')).toHaveCount(0);
    // Who comes only after the update has the new version already, and is not told of it.
    writeFileSync(worker, `${readFileSync(worker, 'utf8')}\n// the one after`);
    const asked = page.waitForRequest((request) => new URL(request.url()).pathname === '/');
    await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update());
    await (await (await asked).response())?.finished();
    await page.evaluate(() => navigator.serviceWorker.getRegistration().then((one) => one?.waiting?.state));
    await expect(page.getByText('Nachweis was updated.')).toHaveCount(0);
  } finally {
    rmSync(next, { recursive: true, force: true });
  }
});

test('a session that ended without a connection asks to sign in, and what was made is there', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await pagesKept(page);
  await school.stop();
  await page.reload();
  await addByDrop(page, 320, 200);
  await expect(page.locator('[data-status=waiting]')).toBeVisible();
  await page.context().clearCookies();
  await school.start();
  await page.getByRole('button', { name: 'Sign in again' }).click();
  await page.getByLabel('Password').fill(PASSWORD);
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible({ timeout: 20_000 });
});

test('right after handing in, the list and the sheet say so without a connection too', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await pagesKept(page);
  await addByDrop(page, 320, 200);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.goto(`/assignments/${school.single.id}/hand-in`);
  const list = page.waitForResponse((response) => response.url().endsWith('/api/assignments'));
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  await (await list).finished();
  // It is kept a moment after it was read, which no page shows.
  await expect
    .poll(() =>
      page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            const asked = indexedDB.open('nachweis-answers');
            asked.onsuccess = () => {
              const keys = asked.result.transaction('answers').objectStore('answers').getAllKeys();
              keys.onsuccess = () => {
                asked.result.close();
                resolve(keys.result.filter((key) => String(key).startsWith('/api/assignments')).length);
              };
            };
          }),
      ),
    )
    .toBe(2);
  await school.stop();
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'One picture' })).toContainText('handed in');
  await page.getByRole('link', { name: 'One picture' }).click();
  await expect(page.getByText(/Handed in .*H-00001|H-00001/).first()).toBeVisible();
  await school.start();
});
