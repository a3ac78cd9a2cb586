import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { wholeBrowser } from '../fixtures/browsers.ts';
import { expectBegun } from '../fixtures/dialogs.ts';
import { intercept } from '../fixtures/intercept.ts';
import { copyPicture, dropFiles, pixelsOf, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, serverDraft, signIn, test } from '../fixtures/school.ts';

test.use(wholeBrowser);

/**
 * A screen whose pictures the test decides: a canvas whose stream stands in for what the browser would share. What
 * `show` paints is what is shared.
 */
async function shareCanvas(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const canvas = document.createElement('canvas');
    canvas.width = 1280;
    canvas.height = 720;
    const context = canvas.getContext('2d') as CanvasRenderingContext2D;
    let shown: [string, boolean] = ['#86a0b0', false];
    const show = (colour: string, menu: boolean) => {
      shown = [colour, menu];
      context.fillStyle = colour;
      context.fillRect(0, 0, canvas.width, canvas.height);
      context.fillStyle = '#222';
      context.fillRect(40, 40, 300, 24);
      if (menu) {
        context.fillStyle = '#ffe9a0';
        context.fillRect(200, 120, 180, 140);
      }
    };
    show(...shown);
    // A canvas gives frames only when it is painted; a screen gives one at once.
    const repainting = setInterval(() => show(...shown), 250);
    // A stream drops what is painted within a frame's time of the frame before.
    const holdStill = () => {
      clearInterval(repainting);
      return new Promise((done) => setTimeout(done, 250));
    };
    Object.assign(window, { show, canvas, holdStill });
    navigator.mediaDevices.getDisplayMedia = async () => {
      const stream = canvas.captureStream(10);
      Object.assign(window, { shared: stream });
      return stream;
    };
  });
}

const show = (page: Page, colour: string, menu: boolean) =>
  page.evaluate(([c, m]) => (window as unknown as { show(c: string, m: boolean): void }).show(c, m), [
    colour,
    menu,
  ] as const);

async function pastePicture(page: Page, seed: number): Promise<void> {
  const png = await testPicture(48, 36, seed);
  await page.evaluate((base64) => {
    const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
    const data = new DataTransfer();
    data.items.add(new File([bytes], 'image.png', { type: 'image/png' }));
    dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, png.toString('base64'));
}

async function openStation(page: Page, school: School, point = ''): Promise<void> {
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.curve.id}/capture${point && `?point=${point}`}`);
  await page.getByRole('heading', { name: 'Capture station' }).waitFor();
}

/** Colour of one pixel of the capture that the draft holds last. */
async function lastCapture(page: Page, school: School, x: number, y: number) {
  const { evidence } = await serverDraft(page, school.curve);
  const { capture } = evidence.at(-1);
  const file = await (await page.request.get(capture.href)).body();
  return { capture, colour: [...(await pixelsOf(file, { left: x, top: y, width: 1, height: 1 }))] };
}

test('a menu that has closed again is taken from the moments that were kept', async ({ page, school }) => {
  await shareCanvas(page);
  await openStation(page, school);
  await expectClean(page, 'station, nothing shared');
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  const moments = page.getByRole('list', { name: 'Moments to take' }).getByRole('button');
  await expect(moments.first()).toBeVisible();
  const before = await moments.count();
  await show(page, '#86a0b0', true);
  await expect.poll(() => moments.count()).toBeGreaterThan(before);
  await show(page, '#86a0b0', false);
  await expectClean(page, 'station, sharing');
  // The newest moment that still shows the menu; the closed state may have come to rest meanwhile.
  await moments.nth((await moments.count()) - before - 1).click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(2);
  const { capture, colour } = await lastCapture(page, school, 300, 200);
  expect(capture).toMatchObject({ source: 'screen-share', width: 1280, height: 720 });
  expect(Math.abs((colour[0] ?? 0) - 0xff) + Math.abs((colour[2] ?? 0) - 0xa0)).toBeLessThan(16);
});

test('moments are seen large, one by one, before one is taken', async ({ page, school }) => {
  await shareCanvas(page);
  await openStation(page, school);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  const moments = page.getByRole('list', { name: 'Moments to take' }).getByRole('button');
  await expect(moments.first()).toBeVisible();
  const before = await moments.count();
  await show(page, '#86a0b0', true);
  await expect.poll(() => moments.count()).toBeGreaterThan(before);
  await show(page, '#86a0b0', false);
  const large = page.getByRole('button', { name: 'See them large' });
  await large.focus();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Moments, one by one' });
  await expectBegun(dialog);
  await expect(dialog.getByText(/^1 of \d+, the newest first/)).toBeVisible();
  await expectClean(page, 'moments, large');
  await page.keyboard.press('End');
  await expect(dialog.locator('[data-scale]')).toHaveAttribute('data-scale', '1.000');
  // Escape takes nothing and goes back to where one was.
  await page.keyboard.press('Escape');
  await expect(large).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(dialog.getByText(/^1 of/)).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await expect(dialog.getByText(/^2 of/)).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(2);
});

test('a change that comes in a single frame is a moment too, each showing what came to rest', async ({
  page,
  school,
}) => {
  await shareCanvas(page);
  await openStation(page, school);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Escape');
  const pictures = page.getByRole('list', { name: 'Moments to take' }).locator('img');
  await expect(pictures).toHaveCount(1);
  // From here a frame comes only when something changes, as from a screen on which nothing moves.
  await page.evaluate(() => (window as unknown as { holdStill(): Promise<void> }).holdStill());
  for (const [n, [colour, red]] of [
    ['#802020', 128],
    ['#208020', 32],
    ['#c02020', 192],
    ['#602080', 96],
  ].entries() as Iterable<[number, [string, number]]>) {
    await show(page, colour, false);
    await expect(pictures).toHaveCount(n + 2);
    const shown = await pictures.first().evaluate(async (image) => {
      await (image as HTMLImageElement).decode();
      const context = new OffscreenCanvas(1, 1).getContext('2d') as OffscreenCanvasRenderingContext2D;
      context.drawImage(await createImageBitmap(image as HTMLImageElement), -100, -100);
      return context.getImageData(0, 0, 1, 1).data[0] as number;
    });
    expect(Math.abs(shown - red)).toBeLessThan(12);
  }
});

test('a countdown is seen, is cancelled by Escape, and takes when it ends; keys do it all', async ({
  page,
  school,
}) => {
  await shareCanvas(page);
  await openStation(page, school);
  await page.getByLabel('Series: stay ready for the next picture').check();
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(1);
  await page.getByRole('slider', { name: 'Delay' }).fill('1');
  await page.locator('body').click({ position: { x: 5, y: 780 } });
  await page.keyboard.press('Shift+T');
  await expect(page.getByTestId('countdown')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('countdown')).toBeHidden();
  await show(page, '#102030', false);
  await page.keyboard.press('Shift+T');
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(2);
  await page.keyboard.press('t');
  // Each picture of a series went on to the next proof point.
  await expect
    .poll(
      async () =>
        new Set(
          (await serverDraft(page, school.curve)).evidence.map(
            (e: { proofPointId: string }) => e.proofPointId,
          ),
        ).size,
    )
    .toBeGreaterThanOrEqual(2);
});

test('the floating control takes now and later from a window of its own, and shows the last picture', async ({
  page,
  school,
}) => {
  await shareCanvas(page);
  await openStation(page, school);
  await page.getByLabel('Series: stay ready for the next picture').check();
  const width = page.getByLabel('Scale to a width of');
  await width.pressSequentially('640');
  await expect(width).toHaveValue('640');
  await page.getByRole('button', { name: 'Share the screen' }).click();
  // What was caught is counted, not what is on the sheet.
  const taken = async () => (await (await page.request.get('/api/captures?limit=10')).json()).total;
  await expect.poll(taken).toBe(1);
  await page.getByRole('slider', { name: 'Delay' }).fill('1');
  const opened = page.context().waitForEvent('page');
  await page.getByRole('button', { name: 'Float' }).click();
  const control = await opened;
  await expect(control.getByText('The next picture goes to')).toBeVisible();
  await expectClean(control, 'floating control');
  await show(page, '#306030', false);
  await control.getByRole('button', { name: 'Take now' }).click();
  await expect.poll(taken).toBe(2);
  await expect(control.getByRole('img', { name: 'Taken last' })).toBeVisible();
  // Long enough for a slow hand: what is not cancelled in time is a picture more.
  const delay = page.getByRole('slider', { name: 'Delay' });
  await delay.fill('10');
  await control.getByRole('button', { name: 'Take in 10 s' }).click();
  await control.getByRole('button', { name: 'Cancel' }).click();
  await delay.fill('1');
  await control.getByRole('button', { name: 'Take in 1 s' }).click();
  // Both proof points have their picture: the series ends with a question, and nothing is put over another one.
  await page.getByRole('button', { name: 'Keep it among the captures' }).click();
  await expect.poll(taken).toBe(3);
  const [{ href }] = (await (await page.request.get('/api/captures?limit=1')).json()).items;
  const file = await (await page.request.get(href)).body();
  const [, green = 0] = await pixelsOf(file, { left: 900, top: 500, width: 1, height: 1 });
  expect(Math.abs(green - 0x60)).toBeLessThan(12);
  await control.close();
  await expect(page.getByRole('button', { name: 'Float' })).toBeEnabled();
});

test('a share that is ended outside, in the middle of a countdown, takes nothing and says so', async ({
  page,
  school,
}) => {
  await shareCanvas(page);
  await openStation(page, school);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  // A moment is kept once the picture has come to rest.
  await expect(page.getByRole('list', { name: 'Moments to take' }).getByRole('button')).not.toHaveCount(0);
  await page.getByRole('button', { name: /Take in/ }).click();
  await expect(page.getByTestId('countdown')).toBeVisible();
  await page.evaluate(() => {
    const [track] = (window as unknown as { shared: MediaStream }).shared.getTracks();
    track?.stop();
    track?.dispatchEvent(new Event('ended'));
  });
  await expect(page.getByText('Sharing was ended outside Nachweis. Pictures taken are safe')).toBeVisible();
  await expect(page.getByTestId('countdown')).toBeHidden();
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(1);
  // Who ends a share from elsewhere may do so to come back for a moment of it.
  await expectClean(page, 'station, sharing has ended');
  const moments = page.getByRole('list', { name: 'Moments to take' }).getByRole('button');
  await moments.first().click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(2);
  await page.getByRole('button', { name: 'Let go of them' }).click();
  await expect(moments).toHaveCount(0);
  await expect(page.getByText('Sharing was ended outside Nachweis.')).toHaveCount(0);
});

test('where it went is said with the picture; it can be taken again or undone', async ({ page, school }) => {
  await shareCanvas(page);
  await openStation(page, school, school.curve.points[1]?.id);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Escape');
  const notice = page.getByTestId('last-change').filter({ hasText: 'The picture is in P2.' });
  await notice.getByRole('button', { name: 'Take again' }).click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Escape');
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(0);
});

test('a picture that is taken again takes up no place, however long the server takes to let go of it', async ({
  page,
  school,
}) => {
  await shareCanvas(page);
  await openStation(page, school, school.curve.points[1]?.id);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  await page.keyboard.press('Escape');
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(1);
  let letGo = () => {};
  const held = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  await intercept(page, '**/api/evidence/*', async (route) => {
    if (route.request().method() === 'DELETE') await held;
    await route.continue();
  });
  const notice = page.getByTestId('last-change').filter({ hasText: 'The picture is in P2.' });
  await notice.getByRole('button', { name: 'Take again' }).click();
  await page.getByRole('button', { name: 'Accept' }).waitFor();
  letGo();
  await page.keyboard.press('Escape');
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(1);
});

test('presets are kept, used by key, exported and imported; a wrong file says which field', async ({
  page,
  school,
}) => {
  await openStation(page, school);
  await page.getByLabel('Scale to a width of').fill('640');
  await page.getByLabel('Keep these settings as').fill('Small ones');
  await page.getByLabel('Key', { exact: true }).fill('k');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('“Small ones” is kept.')).toBeVisible();
  await page.getByLabel('Scale to a width of').fill('');
  await page.keyboard.press('Alt+Shift+K');
  await expect(page.getByLabel('Scale to a width of')).toHaveValue('640');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export' }).click(),
  ]);
  const path = await download.path();
  await page.getByRole('button', { name: 'Remove Small ones' }).click();
  await expect(page.getByText('None yet.')).toBeVisible();
  await page.getByLabel('Preset file').setInputFiles(path);
  await expect(page.getByRole('button', { name: /^Small ones/ })).toHaveCount(1);
  // Once more: its key is taken by now, which is no reason to refuse the rest of it.
  await page.getByLabel('Preset file').setInputFiles(path);
  await expect(page.getByText('1 imported. 1 without a key: others here have it.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Small ones/ })).toHaveCount(2);
  await page.getByLabel('Preset file').setInputFiles({
    name: 'wrong.json',
    mimeType: 'application/json',
    buffer: Buffer.from(
      JSON.stringify({
        kind: 'nachweis-presets',
        version: 1,
        presets: [{ name: 'x', key: 'k', settings: { source: 'telescope' } }],
      }),
    ),
  });
  await expect(page.getByText(/“presets.0.settings.source” is wrong/)).toBeVisible();
});

test('the camera: a photograph, straightened by its corners with keys, says so in its record', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Camera' }).click();
  await page.getByRole('button', { name: 'Take the photograph' }).click();
  await page.getByRole('button', { name: 'Straighten' }).waitFor();
  await expect(page.getByText(/sheet or screen was found/)).toBeVisible();
  await expectClean(page, 'straightening');
  const corner = page.getByRole('button', { name: /^Corner upper left/ });
  await corner.focus();
  const found = (await corner.getAttribute('aria-label')) ?? '';
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(corner).toHaveAttribute('aria-label', found);
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await page.getByRole('button', { name: 'Straighten' }).click();
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const { items } = await (await page.request.get('/api/captures')).json();
  expect(items[0]).toMatchObject({ source: 'camera', surface: 'photo' });
  expect(items[0].done[0]).toMatchObject({ code: 'straightened' });
});

test('a photograph is kept as it is when its corners are left with Escape', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Camera' }).click();
  // The camera that is on is the one that is shown as chosen.
  await expect(page.getByRole('combobox', { name: 'Camera' })).not.toHaveValue('');
  await page.getByRole('button', { name: 'Take the photograph' }).click();
  await page.getByRole('button', { name: 'Straighten' }).waitFor();
  await page.keyboard.press('Escape');
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const { evidence } = await serverDraft(page, school.single);
  expect(evidence).toHaveLength(1);
  expect(evidence[0].capture.source).toBe('camera');
});

test('a camera that is taken away, and one that opens after it is wanted no longer', async ({
  page,
  school,
}) => {
  await page.addInitScript(() => {
    const real = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
    const opened: MediaStream[] = [];
    navigator.mediaDevices.getUserMedia = async (wishes) => {
      const stream = await real(wishes);
      await (window as unknown as { held?: Promise<void> }).held;
      opened.push(stream);
      return stream;
    };
    Object.assign(window, { opened });
  });
  const states = () =>
    page.evaluate(() =>
      (window as unknown as { opened: MediaStream[] }).opened.map((s) => s.getVideoTracks()[0]?.readyState),
    );
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Camera' }).click();
  await expect(page.getByRole('button', { name: 'Take the photograph' })).toBeEnabled();
  await page.evaluate(() => {
    const [track] = (window as unknown as { opened: MediaStream[] }).opened[0]?.getVideoTracks() ?? [];
    track?.stop();
    track?.dispatchEvent(new Event('ended'));
  });
  await expect(page.getByText('The camera was taken away.')).toBeVisible();
  await page.evaluate(() => {
    let free = () => {};
    const held = new Promise<void>((resolve) => {
      free = resolve;
    });
    Object.assign(window, { held, free: () => free() });
  });
  await page.getByRole('button', { name: 'Try again' }).click();
  await page.keyboard.press('Escape');
  await page.evaluate(() => (window as unknown as { free(): void }).free());
  await expect.poll(states).toEqual(['ended', 'ended']);
});

test('a busy camera and a refused one say what to do', async ({ page, school }) => {
  await page.addInitScript(() => {
    let first = true;
    navigator.mediaDevices.getUserMedia = () => {
      const name = first ? 'NotReadableError' : 'NotAllowedError';
      first = false;
      return Promise.reject(new DOMException('no', name));
    };
  });
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Camera' }).click();
  await expect(page.getByText('The camera is busy: another program uses it.')).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Camera' })).toBeVisible();
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText('The camera was not allowed.')).toBeVisible();
});

test('what is shared may change its size, and be another surface; the next picture has both', async ({
  page,
  school,
}) => {
  await shareCanvas(page);
  await openStation(page, school);
  await page.getByLabel('Series: stay ready for the next picture').check();
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await expect(page.getByRole('list', { name: 'Moments to take' })).toBeVisible();
  await page.evaluate(() => {
    const { canvas, shared } = window as unknown as { canvas: HTMLCanvasElement; shared: MediaStream };
    canvas.width = 900;
    canvas.height = 600;
    // As after the browser's own button to share another tab in the same share.
    const [track] = shared.getVideoTracks();
    const settings = { ...track?.getSettings(), displaySurface: 'browser', screenPixelRatio: 1.5 };
    Object.assign(track as MediaStreamTrack, { getSettings: () => settings });
  });
  await expect(page.getByText('What is shared has another size now.')).toBeVisible();
  await page.keyboard.press('t');
  await expect
    .poll(async () => (await serverDraft(page, school.curve)).evidence.at(-1)?.capture.width)
    .toBe(900);
  const { evidence } = await serverDraft(page, school.curve);
  expect(evidence.at(-1).capture.surface).toBe('tab');
  const { items } = await (await page.request.get('/api/captures')).json();
  expect(items[0].scale).toBe(1.5);
});

test('a picture pasted on any other page waits until its assignment is chosen', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await page.goto('/captures');
  await page.getByRole('heading', { name: 'Captures', exact: true }).waitFor();
  await pastePicture(page, 30);
  await page.getByText('A picture waits. Which assignment is it for?').waitFor();
  await page.getByRole('link', { name: /One picture/ }).click();
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await serverDraft(page, school.single)).evidence.length).toBe(1);
});

test('a picture dropped on any other page waits too, and the browser opens no file in the page’s place', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto('/');
  await page.getByRole('heading', { name: 'Assignments' }).waitFor();
  const bytes = await testPicture(48, 36, 31);
  await dropFiles(page, [{ name: 'a.png', bytes, type: 'image/png' }]);
  await page.getByText('A picture waits. Which assignment is it for?').waitFor();
  await page.goto(`/assignments/${school.closed.id}`);
  await page.getByRole('heading', { name: 'Probe start-up' }).waitFor();
  const kept = await page.evaluate(() => {
    const data = new DataTransfer();
    data.items.add(new File(['x'], 'a.png', { type: 'image/png' }));
    const event = new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true });
    document.body.dispatchEvent(event);
    return event.defaultPrevented;
  });
  expect(kept).toBe(true);
});

test('what is pasted while another picture is framed waits for it, and then comes', async ({
  page,
  school,
}) => {
  await openStation(page, school);
  await pastePicture(page, 1);
  await page.getByTestId('frame-pixels').waitFor();
  await pastePicture(page, 2);
  await expect(page.getByText('Kept. You are asked about it when this picture is done.')).toBeVisible();
  expect((await serverDraft(page, school.curve)).evidence.length).toBeLessThanOrEqual(1);
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Done' }).waitFor();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'P2 The gaugings' })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence.length).toBe(2);
});

test('what the station was told acts there only, never unseen on the proof sheet', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.addInitScript(() =>
    localStorage.setItem(
      'nachweis-station',
      JSON.stringify({ framing: 'region', box: { x: 10, y: 10, width: 50, height: 40 }, series: true }),
    ),
  );
  await openSheet(page, school.single);
  await dropFiles(page, [{ name: 'a.png', bytes: await testPicture(300, 200), type: 'image/png' }]);
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => (await serverDraft(page, school.single)).evidence[0]?.framing.kind)
    .toBe('whole');
});

test('a series goes on a plate, this one or a new one, and not to the proof points', async ({
  page,
  school,
}) => {
  await openStation(page, school);
  await page.getByLabel('Series: stay ready for the next picture').check();
  await page.getByText('on a new plate').click();
  await expect(page.getByText('The next picture goes to the plate')).toBeVisible();
  for (const [index, seed] of [1, 2].entries()) {
    await copyPicture(page, await testPicture(300, 200, seed));
    await page.keyboard.press('ControlOrMeta+v');
    await expect(page.getByText(`On the plate: ${index + 1} of at most 12 pictures.`)).toBeVisible();
  }
  expect((await serverDraft(page, school.curve)).evidence).toEqual([]);
  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: /^A plate/ });
  await expect(dialog.getByRole('list', { name: 'On the plate' }).getByRole('listitem')).toHaveCount(2);
  await expect(dialog.locator('canvas[data-whole=true]')).toBeVisible();
  await page.keyboard.press('Escape');
  // A new one begins with the next picture; the one before is not added to.
  await page.getByText('on a new plate').click();
  await copyPicture(page, await testPicture(300, 200, 3));
  await page.keyboard.press('ControlOrMeta+v');
  await expect(page.getByText('On the plate: 1 of at most 12 pictures.')).toBeVisible();
  // What was put together before is not lost by a choice of the station.
  await page.getByRole('button', { name: 'Bring that one back' }).click();
  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  await expect(dialog.getByRole('list', { name: 'On the plate' }).getByRole('listitem')).toHaveCount(2);
  // A picture that another tab puts on it is there, and stays when one goes on writing here.
  const tab = await page.context().newPage();
  await tab.goto(page.url());
  await expect(tab.getByText('The next picture goes to the plate')).toBeVisible();
  await copyPicture(tab, await testPicture(300, 200, 4));
  await tab.keyboard.press('ControlOrMeta+v');
  await expect(tab.getByText('On the plate: 3 of at most 12 pictures.')).toBeVisible();
  await tab.close();
  await dialog.getByRole('textbox', { name: 'Heading' }).fill('All three');
  await expect(dialog.getByText('3 of at most 12 pictures.')).toBeVisible();
});
