import type { Page } from '@playwright/test';
import { intercept } from '../fixtures/intercept.ts';
import { addByDrop, copyPicture, dropFiles, testPicture } from '../fixtures/pictures.ts';
import { openSavedPicture } from '../fixtures/savedPicture.ts';
import {
  expect,
  openSheet,
  type School,
  serverDraft,
  signIn,
  signInByForm,
  test,
} from '../fixtures/school.ts';

test('a picture outlives a lost server, a reload and a crash of the page, and is sent when the server is back', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await copyPicture(page, await testPicture(320, 200));
  // Everything the page needs for framing is loaded before the server goes.
  await page.waitForLoadState('networkidle');
  await school.stop();
  await page.keyboard.press('Control+v');
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Shift+Alt+ArrowLeft');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=waiting]')).toHaveText(
    '310 × 200 · kept in this browser, not sent yet',
  );
  await expect(page.getByText('No connection to the server.')).toBeVisible();

  // The page crashes; another one is opened once the server is back.
  const session = await page.context().newCDPSession(page);
  const crashed = page.waitForEvent('crash');
  void session.send('Page.crash').catch(() => {});
  await crashed;
  await school.start();
  const next = await page.context().newPage();
  await openSheet(next, school.single);
  await expect(next.locator('[data-status=saved]')).toHaveText('310 × 200 · saved');
  const { evidence } = await serverDraft(next, school.single);
  expect(evidence).toMatchObject([
    { framing: { box: { x: 0, y: 0, width: 310, height: 200 } }, capture: { width: 320 } },
  ]);
});

test('a page that stays open sends by itself when the server is back', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.waitForLoadState('networkidle');
  await school.stop();
  await addByDrop(page, 320, 200, 'Escape');
  await expect(page.locator('[data-status=waiting]')).toBeVisible();
  await school.start();
  await expect(page.locator('[data-status=saved]')).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText('No connection to the server.')).toHaveCount(0);
});

test('an expired session: sign in again, go on', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.context().clearCookies();
  await addByDrop(page, 320, 200);
  await expect(
    page.getByText('Your session has ended. Your pictures, marks, statements and verdicts are kept.'),
  ).toBeVisible();
  await expect(page.locator('[data-status=waiting]')).toBeVisible();
  await page.getByRole('button', { name: 'Sign in again' }).click();
  await page.getByRole('link', { name: /sign in as somebody else/ }).click();
  await signInByForm(page, school.student);
  await expect(page).toHaveURL(new RegExp(school.single.id));
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  expect((await serverDraft(page, school.single)).evidence).toHaveLength(1);
});

test("somebody else who signs in at the same browser neither sees nor sends the first one's picture", async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.context().clearCookies();
  await addByDrop(page, 320, 200, 'Escape');
  await expect(page.locator('[data-status=waiting]')).toBeVisible();
  await signIn(page, school, school.classmate);
  await openSheet(page, school.single);
  await expect(page.getByText('Room for: The curve')).toBeVisible();
  expect((await serverDraft(page, school.single)).evidence).toEqual([]);
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
});

test('a page that is still open when somebody else signs in sends nothing as theirs', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await signIn(page, school, school.classmate);
  await addByDrop(page, 321, 200, 'Escape');
  await expect(
    page.getByText(
      `Somebody else is signed in here now, and this page is still ${school.student.name}’s. Your pictures, marks, statements and verdicts are kept.`,
    ),
  ).toBeVisible();
  await expect(page.locator('[data-status=waiting]')).toBeVisible();
  expect((await serverDraft(page, school.single)).evidence).toEqual([]);
  expect((await (await page.request.get('/api/captures?limit=10')).json()).total).toBe(0);
  await page.reload();
  await expect(page.getByText('Room for: The curve')).toBeVisible();
  await signIn(page, school, school.student);
  await page.reload();
  await expect(page.locator('[data-status=saved]')).toHaveText('321 × 200 · saved');
});

test('an undo while the picture is on its way takes it out at the server too', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  const release = await holdAnswers(page);
  await addByDrop(page, 322, 200, 'Escape');
  const onServer = async () => (await serverDraft(page, school.single)).evidence.length;
  await expect.poll(onServer).toBe(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  release();
  await expect.poll(onServer).toBe(0);
});

test('a picture is removed while a change of it is on its way, without a connection, and comes back by Undo', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  const onServer = async () => (await serverDraft(page, school.single)).evidence.length;
  const room = page.getByText('Room for: The curve');
  const remove = page.getByRole('button', { name: /^Remove / });
  const release = await holdAnswers(page);
  await dropFiles(page, [{ name: 'a.png', bytes: await testPicture(330, 200), type: 'image/png' }]);
  await page.getByTestId('frame-pixels').waitFor();
  await expect.poll(onServer).toBe(1);
  await page.keyboard.press('Shift+Alt+ArrowLeft');
  await page.keyboard.press('Enter');
  await remove.click();
  await expect(room).toBeVisible();
  release();
  await expect.poll(onServer).toBe(0);
  await expect(page.getByText(/taken out in another tab/)).toHaveCount(0);
  await page.unroute('**/api/evidence/*');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-status=saved]')).toHaveText('320 × 200 · saved');
  expect(await onServer()).toBe(1);

  await page.waitForLoadState('networkidle');
  await school.stop();
  await remove.click();
  await expect(room).toBeVisible();
  await expect(page.getByText('Kept in this browser; being sent …')).toBeVisible();
  await school.start();
  await expect.poll(onServer).toBe(0);
  await expect(page.getByText('Kept in this browser; being sent …')).toHaveCount(0);
  await page.reload();
  await expect(room).toBeVisible();
});

test('a statement outlives a reload while the server is away', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.curve.id}/hand-in`);
  await intercept(page, '**/statement', (route) => route.abort());
  await page.getByLabel('Your own statement').fill('Half a thought');
  await expect(page.getByText('kept in this browser')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Your own statement')).toHaveValue('Half a thought');
  await page.unroute('**/statement');
  await expect.poll(async () => (await serverDraft(page, school.curve)).statement).toBe('Half a thought');
});

test('a statement whose answer was lost is no change of somebody else: one writes on, also after a reload', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.curve.id}/hand-in`);
  const saved = async () => (await serverDraft(page, school.curve)).statement;
  // It arrives, and nobody hears of it. The route stays: one that is taken away while the page is being fetched holds that up.
  let losesAnswers = true;
  await intercept(page, '**/statement', async (route) => {
    if (!losesAnswers) return route.continue();
    await route.fetch();
    // A reload in the meantime has ended the request by itself.
    await route.abort().catch(() => undefined);
  });
  const field = page.getByLabel('Your own statement');
  await field.fill('It fits');
  await expect.poll(saved).toBe('It fits');
  await field.fill('It fits well');
  await expect.poll(saved).toBe('It fits well');
  await page.reload();
  losesAnswers = false;
  await field.fill('It fits well above 0.5 m.');
  await expect.poll(saved).toBe('It fits well above 0.5 m.');
  await expect(page.getByText('You will get a receipt.')).toBeVisible();
});

test('two tabs change the same picture: both states are kept until one is chosen', async ({
  page,
  school,
}) => {
  await openSavedPicture(page, school);
  // Another device: a write behind this tab's back.
  const { evidence } = await serverDraft(page, school.single);
  const [one] = evidence;
  const theirs = {
    assignmentId: school.single.id,
    proofPointId: one.proofPointId,
    captureId: one.capture.id,
    framing: { kind: 'region', box: { x: 0, y: 0, width: 100, height: 100 } },
    marks: [],
    baseVersion: 1,
  };
  await page.request.put(`/api/evidence/${one.id}`, { data: theirs, headers: { Origin: school.address } });
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await page.getByText('not pinned').first().waitFor();
  await page.keyboard.press('a');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Both states are kept; choose one.');
  await page.getByRole('button', { name: 'Keep this one' }).click();
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  expect((await serverDraft(page, school.single)).evidence[0]).toMatchObject({
    version: 3,
    framing: { kind: 'whole' },
    marks: [{ letter: 'a' }],
  });
});

test('two tabs hand in the same draft at once: one succeeds, the other is told', async ({ page, school }) => {
  await openSavedPicture(page, school);
  const other = await page.context().newPage();
  const tabs = [page, other];
  for (const tab of tabs) await tab.goto(`/assignments/${school.single.id}/hand-in`);
  for (const tab of tabs) await expect(tab.getByRole('button', { name: 'Hand in now' })).toBeEnabled();
  await Promise.all(tabs.map((tab) => tab.getByRole('button', { name: 'Hand in now' }).click()));
  const outcome = async (tab: typeof page) => {
    const receipt = tab.getByRole('heading', { name: 'Receipt' });
    const told = tab.getByText(/handed in already|You have handed in|were changed since/).first();
    await receipt.or(told).first().waitFor();
    return (await receipt.isVisible()) ? 'receipt' : 'told';
  };
  expect((await Promise.all(tabs.map(outcome))).sort()).toEqual(['receipt', 'told']);
});

test('a framing view that cannot be fetched leaves the picture whole in its mount and says so', async ({
  page,
  school,
}) => {
  await intercept(page, /assets\/framing-/, (route) => route.abort());
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await dropFiles(page, [{ name: 'a.png', bytes: await testPicture(320, 200), type: 'image/png' }]);
  await expect(page.getByText('Framing cannot be fetched now.')).toBeVisible();
  await expect(page.locator('[data-status=saved]')).toHaveText('320 × 200 · saved');
});

test('a remark that is being written outlives another click and a reload', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 320, 200);
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  await signIn(page, school, school.instructor);
  await page.goto(`${page.url()}/review`);
  await page.getByRole('img', { name: /P1/ }).click({ position: { x: 40, y: 40 } });
  const field = page.getByRole('textbox', { name: /^Remark/ });
  await field.fill('Half a sentence');
  await page.getByRole('button', { name: 'To the whole hand-in' }).click();
  await expect(page.getByRole('textbox', { name: 'Remark to the whole hand-in' })).toHaveValue(
    'Half a sentence',
  );
  await page.reload();
  await expect(field).toHaveValue('Half a sentence');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Half a sentence' })).toBeVisible();
  await expect(field).toHaveCount(0);
  await page.reload();
  await page.getByTestId('points').waitFor();
  await expect(field).toHaveCount(0);
});

test('a picture that has no place yet outlives a reload: pasted on another page, it still asks where it goes', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto('/captures');
  await page.getByRole('heading', { name: 'Captures' }).first().waitFor();
  await copyPicture(page, await testPicture(333, 222));
  await page.keyboard.press('Control+v');
  await expect(page).toHaveURL(/\/capture$/);
  await expect(page.getByText('A picture waits.')).toBeVisible();
  await page.reload();
  await expect(page.getByText('A picture waits.')).toBeVisible();
  await page
    .getByRole('link', { name: /One picture/ })
    .first()
    .click();
  await expect(page.getByTestId('frame-stage').or(page.locator('[data-status=saved]')).first()).toBeVisible();
  await expect.poll(async () => (await serverDraft(page, school.single)).evidence.length).toBe(1);
  expect((await serverDraft(page, school.single)).evidence).toMatchObject([
    { capture: { width: 333, height: 222 } },
  ]);
});

/** Lets writes of evidence arrive, and keeps their answers until they are let go. @returns lets go of them */
async function holdAnswers(page: Page): Promise<() => void> {
  let release = () => {};
  const held = new Promise<void>((done) => {
    release = done;
  });
  await intercept(page, '**/api/evidence/*', async (route) => {
    if (route.request().method() !== 'PUT') return route.continue();
    const response = await route.fetch();
    await held;
    await route.fulfill({ response });
  });
  return release;
}

test('the last word of a statement is there although the page was reloaded in the same moment', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.goto(`/assignments/${school.curve.id}/hand-in`);
  const statement = page.getByLabel('Your own statement');
  const words = ['The', ' curve', ' is', ' my', ' own.'];
  for (const [index, word] of words.entries()) {
    await statement.press('End');
    await page.keyboard.insertText(word);
    await page.reload();
    await expect(statement).toHaveValue(words.slice(0, index + 1).join(''));
  }
});

test('a removal that the server refuses is not said to have been made', async ({ page, school }) => {
  await openSavedPicture(page, school);
  const problem = { type: '/problems/closed', title: 'Closed', status: 409, code: 'closed', data: {} };
  await intercept(page, '**/api/evidence/*', (route) =>
    route.request().method() === 'DELETE'
      ? route.fulfill({ status: 409, contentType: 'application/problem+json', json: problem })
      : route.continue(),
  );
  await page.getByRole('button', { name: /^Remove/ }).click();
  await expect(page.locator('[data-status=refused]')).toBeVisible();
  await expect(page.getByTestId('last-change')).toBeEmpty();
});

/** A picture of which the browser still has something to send: all of it, or all but its bytes. */
async function addThatWaits(page: Page, school: School, left: 'all' | 'all but its bytes'): Promise<void> {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await intercept(page, '**/api/evidence/*', (route) => route.abort());
  if (left === 'all') await intercept(page, '**/api/captures/*', (route) => route.abort());
  // Evidence is tried only after the server has said that it has the bytes, and this browser has noted that.
  const tried = page.waitForRequest(left === 'all' ? '**/api/captures/*' : '**/api/evidence/*');
  await addByDrop(page, 320, 200);
  await tried;
  await expect(page.locator('[data-status=waiting]')).toBeVisible();
}

for (const left of ['all', 'all but its bytes'] as const)
  test(`right after a reload the next picture takes no place of one of which ${left} still waits in the browser`, async ({
    page,
    school,
  }) => {
    await addThatWaits(page, school, left);
    // The browser's store takes its time to be read, as on a busy computer: several readings, all of them within the
    // five seconds after which the sheet is shown without it.
    await page.addInitScript(() => {
      const slow = new WeakSet<EventTarget>();
      const { getAll } = IDBObjectStore.prototype;
      IDBObjectStore.prototype.getAll = function (...asked) {
        const request = getAll.apply(this, asked);
        slow.add(request);
        return request;
      };
      const listen = EventTarget.prototype.addEventListener;
      EventTarget.prototype.addEventListener = function (this: EventTarget, type, heard, options) {
        if (type !== 'success' || !slow.has(this) || typeof heard !== 'function')
          return listen.call(this, type, heard, options);
        return listen.call(this, type, (event) => setTimeout(() => heard.call(this, event), 300), options);
      };
    });
    await copyPicture(page, await testPicture(300, 180));
    await page.reload();
    await page.getByText('The next picture goes to').waitFor();
    await page.keyboard.press('Control+v');
    // It is asked which one it replaces, and nothing is taken in unseen. Both are seen.
    const dialog = page.getByRole('dialog', { name: 'P1 is full' });
    await expect(dialog).toBeVisible();
    await expect(page.getByTestId('frame-stage')).toHaveCount(0);
    await expect(dialog.locator('img[data-painted]')).toHaveCount(1);
  });

test('a picture that waits in one tab has its place and is seen in another one too', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  const other = await page.context().newPage();
  await intercept(other, '**/api/{evidence,captures}/*', (route) => route.abort());
  await openSheet(other, school.single);
  await addThatWaits(page, school, 'all');
  await expect(other.locator('[data-status=waiting]')).toBeVisible();
  await expect(other.locator('main img[data-painted]')).toHaveCount(1);
});
