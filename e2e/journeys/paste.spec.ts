import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { addByDrop, copyPicture, dropFiles, pixelsOf, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, serverDraft, signIn, test } from '../fixtures/school.ts';

test('one picture: paste, accept, hand in, confirm; four actions to the receipt, and every pixel as it was', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  const png = await testPicture(1280, 800);
  await copyPicture(page, png);

  await page.keyboard.press('Control+v'); // 1
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Enter'); // 2
  await page.getByRole('button', { name: 'Hand in …' }).click(); // 3
  await page.getByRole('button', { name: 'Hand in now' }).click(); // 4

  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  const link = page.getByRole('link', { name: 'Ödegård_One-picture_P1.png' });
  const file = await page.request.get((await link.getAttribute('href')) ?? '');
  expect(file.headers()['content-type']).toBe('image/png');
  expect((await pixelsOf(await file.body())).equals(await pixelsOf(png))).toBe(true);
});

test('a pasted picture shows its pixels in the framing view as they are', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  const png = await testPicture(640, 400);
  await copyPicture(page, png);
  await page.keyboard.press('Control+v');
  await page.getByTestId('frame-pixels').waitFor();
  const shown = await page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-testid=frame-pixels]');
    const copy = new OffscreenCanvas(canvas?.width ?? 1, canvas?.height ?? 1).getContext('2d');
    if (canvas) copy?.drawImage(canvas, 0, 0);
    const data = copy?.getImageData(0, 0, copy.canvas.width, copy.canvas.height).data ?? [];
    // As text: a list of a million numbers takes ten seconds from the page to here.
    const rgb = data.filter((_, i) => i % 4 !== 3);
    let text = '';
    for (const value of rgb) text += String.fromCharCode(value);
    return btoa(text);
  });
  expect(Buffer.from(shown, 'base64').equals(await pixelsOf(png))).toBe(true);
});

test('a picture is seen where it is to be framed before the framing view is there, and nothing stays of it', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  // What was shown first, and what the framing view then drew in its place.
  await page.evaluate(() => {
    const places = { seen: {} as Record<string, string> };
    Object.assign(window, { places });
    new MutationObserver(() => {
      for (const name of ['first-look', 'frame-pixels']) {
        const found = document.querySelector(`[data-testid=${name}]`);
        const canvas = found?.querySelector('canvas') ?? found;
        const { x, y, width, height } = canvas?.getBoundingClientRect() ?? {
          x: 0,
          y: 0,
          width: 0,
          height: 0,
        };
        if (width > 0) places.seen[name] ??= [x, y, width, height].map(Math.round).join();
      }
    }).observe(document.body, { childList: true, subtree: true });
  });
  const seen = () =>
    page.evaluate(() => {
      const { places } = window as unknown as { places: { seen: Record<string, string> } };
      const { seen } = places;
      places.seen = {};
      return seen;
    });
  await copyPicture(page, await testPicture(900, 400));
  await page.keyboard.press('Control+v');
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  expect(Object.keys(await seen())).toEqual(['frame-pixels']);
  await page.keyboard.press('Enter');
  await page.getByTestId('frame-stage').waitFor({ state: 'detached' });
  await seen();

  // From the second picture on the place is known.
  await page.getByRole('button', { name: /^Remove / }).click();
  await expect(page.getByText('Room for: The curve')).toBeVisible();
  await copyPicture(page, await testPicture(901, 401));
  await page.keyboard.press('Control+v');
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  const places = await seen();
  expect(places['first-look']).toBe(places['frame-pixels']);
  await expect(page.getByTestId('first-look')).toHaveCount(0);
  await page.keyboard.press('Enter');
  await page.getByTestId('frame-stage').waitFor({ state: 'detached' });

  // Its pixels can be read and its last chunk is not what it says: seen, refused, and gone.
  const broken = Buffer.from(await testPicture(902, 402));
  broken[broken.length - 1] = (broken[broken.length - 1] ?? 0) ^ 1;
  await dropFiles(page, [{ name: 'broken.png', bytes: broken, type: 'image/png' }]);
  await expect(page.getByText(/“broken.png”/)).toBeVisible();
  await expect(page.getByTestId('first-look')).toHaveCount(0);
  await expect(page.getByTestId('frame-stage')).toHaveCount(0);
});

test('a picture that comes in while the page is in the background is kept at once', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await addByDrop(page, 900, 400, 'Escape');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  // A page in the background gets no frames.
  await page.evaluate(() => {
    Object.defineProperty(document, 'hidden', { value: true });
    window.requestAnimationFrame = () => 0;
  });
  await dropFiles(page, [{ name: 'b.png', bytes: await testPicture(901, 401), type: 'image/png' }]);
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(2);
  await expect(page.getByTestId('first-look')).toHaveCount(0);
});

test('going back from framing keeps the picture whole in its mount; undo takes it out again', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await copyPicture(page, await testPicture(300, 200));
  await page.keyboard.press('Control+v');
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Alt+ArrowLeft');
  await page.keyboard.press('Escape');
  await expect(page.getByText('300 × 200')).toBeVisible();
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Room for: The curve')).toBeVisible();
  await expect.poll(async () => (await serverDraft(page, school.single)).evidence.length).toBe(0);
});

/** Pastes a picture onto a sheet whose one proof point has one already. */
async function pasteSecond(page: Page, school: School, second: readonly [number, number] = [310, 210]) {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await copyPicture(page, await testPicture(300, 200));
  await page.keyboard.press('Control+v');
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toContainText('300 × 200');
  await expect(page.getByText('which is full: it asks what to replace')).toBeVisible();
  await copyPicture(page, await testPicture(...second));
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('dialog', { name: 'P1 is full' })).toBeVisible();
}

test('at a full proof point a picture asks first; replaced, undo brings the old one back', async ({
  page,
  school,
}) => {
  await pasteSecond(page, school);
  await expectClean(page, 'a full proof point');
  // Nothing has changed while it is asked.
  expect((await serverDraft(page, school.single)).evidence).toMatchObject([{ capture: { width: 300 } }]);
  await expect(page.getByRole('button', { name: 'Replace this one' })).toBeFocused();
  await page.keyboard.press('Enter');
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toContainText('310 × 210');
  await expect(page.getByText(/^The picture is in P1, in place of .*\.png\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-status=saved]')).toContainText('300 × 200');
});

test('a picture that waited behind another asks by itself, and the second of two quick Enters answers nothing', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await copyPicture(page, await testPicture(300, 200));
  await page.keyboard.press('Control+v');
  await page.getByTestId('frame-stage').waitFor();
  await copyPicture(page, await testPicture(310, 210));
  await page.keyboard.press('Control+v');
  await expect(page.getByText('You are asked about it when this picture is done')).toBeVisible();
  await page.keyboard.press('Enter');
  const asked = page.getByRole('dialog', { name: 'P1 is full' });
  await expect(asked.getByRole('img', { name: 'What has just come in' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(asked).toBeVisible();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await page.getByTestId('frame-stage').waitFor();
  await expect(page.getByRole('application', { name: /310 by 210/ })).toBeVisible();
});

test('at a full proof point Escape keeps the new picture among the captures, and a reload asks again', async ({
  page,
  school,
}) => {
  await pasteSecond(page, school, [320, 210]);
  await page.reload();
  await expect(page.getByRole('dialog', { name: 'P1 is full' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('The picture is among your captures.')).toBeVisible();
  await expect(page.locator('[data-status=saved]')).toContainText('300 × 200');
  const { items } = await (await page.request.get('/api/captures?limit=10')).json();
  expect(items.map((item: { width: number }) => item.width).sort()).toEqual([300, 320]);
  await page.reload();
  await openSheet(page, school.single);
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('a picture for a full proof point goes to another one that has room', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await addByDrop(page, 300, 200);
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await expect(page.getByText('The next picture goes to P2')).toBeVisible();
  await page.getByRole('button', { name: 'send next here' }).click();
  await expect(page.getByText('The next picture goes to P1, which is full')).toBeVisible();
  await copyPicture(page, await testPicture(330, 220));
  await page.keyboard.press('Control+v');
  await page.getByRole('button', { name: 'Put it in P2' }).click();
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Escape');
  await expect
    .poll(async () =>
      (await serverDraft(page, school.curve)).evidence.map(
        (e: { capture: { width: number } }) => e.capture.width,
      ),
    )
    .toEqual([300, 330]);
});

test('taking a picture out can be undone', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 300, 200);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.getByRole('button', { name: /^Remove / }).click();
  await expect(page.getByText('Room for: The curve')).toBeVisible();
  await expect(page.getByText(/was removed from P1\.$/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.locator('[data-status=saved]')).toBeVisible();
});

test('several dropped files fill the free places in order; what has none is said', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  const files = await Promise.all(
    [1, 2, 3].map(async (n) => ({
      name: `shot ${n}.png`,
      bytes: await testPicture(200 + n, 100, n),
      type: 'image/png',
    })),
  );
  await dropFiles(page, files);
  await expect(page.locator('[data-status=saved]')).toHaveText(['201 × 100 · saved', '202 × 100 · saved']);
  await expect(page.getByText('“shot 3.png” has no free place.')).toBeVisible();
});

test('pasting without a picture says what to do', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.evaluate(() => navigator.clipboard.writeText('only words'));
  await page.keyboard.press('Control+v');
  await expect(page.getByText('The clipboard holds no picture.')).toBeVisible();
});

test('a handed-in file opens as a picture for its owner, and for nobody who is signed out', async ({
  page,
  school,
  browser,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 320, 200);
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByRole('button', { name: 'Hand in now' }).click();
  const href = await page.getByRole('link', { name: 'Ödegård_One-picture_P1.png' }).getAttribute('href');
  const [opened] = await Promise.all([
    page.waitForEvent('popup'),
    page.getByRole('link', { name: 'Ödegård_One-picture_P1.png' }).click(),
  ]);
  await opened.waitForLoadState();
  expect(await opened.evaluate(() => [document.contentType, document.images[0]?.naturalWidth])).toEqual([
    'image/png',
    320,
  ]);
  const stranger = await browser.newContext({ baseURL: school.address });
  expect((await stranger.request.get(href ?? '')).status()).toBe(401);
  await stranger.close();
});

test('another page while a full proof point asks: the picture goes on waiting, and asks again', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 300, 200);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.getByRole('link', { name: 'Captures', exact: true }).click();
  await page.getByRole('heading', { name: 'Captures', exact: true }).waitFor();
  await page.goBack();
  await expect(page.getByText('which is full: it asks what to replace')).toBeVisible();
  await copyPicture(page, await testPicture(340, 220));
  await page.keyboard.press('Control+v');
  await expect(page.getByRole('dialog', { name: 'P1 is full' })).toBeVisible();
  await page.goForward();
  await page.getByRole('heading', { name: 'Captures', exact: true }).waitFor();
  await page.goBack();
  await page.getByRole('button', { name: 'Replace this one' }).click();
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toContainText('340 × 220');
});
