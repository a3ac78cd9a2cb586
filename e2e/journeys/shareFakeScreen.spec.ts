import { expectClean } from '../fixtures/axe.ts';
import { wholeBrowser } from '../fixtures/browsers.ts';
import { intercept } from '../fixtures/intercept.ts';
import { expect, openSheet, serverDraft, signIn, test } from '../fixtures/school.ts';

test.use(wholeBrowser);
test('a frame is frozen at full size, and the share stays open until it is stopped', async ({
  page,
  school,
}) => {
  await page.addInitScript(() => {
    const real = navigator.mediaDevices.getDisplayMedia.bind(navigator.mediaDevices);
    navigator.mediaDevices.getDisplayMedia = async (options) => {
      const video = options?.video as MediaTrackConstraints;
      // The browser's stand-in for a screen gives its smallest picture when more is wished than its largest.
      const stream = await real({ ...options, video: { ...video, width: 1280, height: 720 } });
      Object.assign(window, { shared: stream, wished: video });
      return stream;
    };
  });
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByTestId('frame-pixels').waitFor();
  // Without such a wish Chromium scales a larger display down to the one that the page is on.
  expect(
    await page.evaluate(() => (window as unknown as { wished: MediaTrackConstraints }).wished),
  ).toMatchObject({ width: { ideal: 16_384 }, height: { ideal: 16_384 } });
  const size = await page.getByTestId('frame').getAttribute('data-box');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const { evidence } = await serverDraft(page, school.single);
  expect(evidence[0].capture).toMatchObject({ source: 'screen-share', surface: 'display', format: 'png' });
  expect(size).toBe(`0,0,${evidence[0].capture.width},${evidence[0].capture.height}`);
  expect(evidence[0].capture.width).toBeGreaterThan(300);
  const states = () =>
    page.evaluate(() =>
      (window as unknown as { shared: MediaStream }).shared.getTracks().map((t) => t.readyState),
    );
  expect(await states()).toEqual(['live']);
  await page.getByRole('button', { name: 'Stop sharing' }).click();
  expect(await states()).toEqual(['ended']);
});

test('a picture that is too large as PNG is kept as WebP, without loss', async ({ page, school }) => {
  await page.addInitScript(() => {
    // Noise as a video has it, brightness for each pixel and colour for each four of them: PNG can pack none of it.
    const side = 3200;
    const canvas = document.createElement('canvas');
    canvas.width = side;
    canvas.height = side;
    const context = canvas.getContext('2d', { alpha: false }) as CanvasRenderingContext2D;
    const noise = context.createImageData(side, side);
    const tints = Float32Array.from({ length: (side / 2) ** 2 * 3 }, () => Math.random() * 120);
    for (let i = 0; i < side * side; i++) {
      const tint = (((i / side) >> 1) * (side / 2) + ((i % side) >> 1)) * 3;
      const level = Math.random() * 130;
      for (let c = 0; c < 3; c++) noise.data[i * 4 + c] = level + (tints[tint + c] ?? 0);
      noise.data[i * 4 + 3] = 255;
    }
    context.putImageData(noise, 0, 0);
    navigator.mediaDevices.getDisplayMedia = async () => {
      const stream = canvas.captureStream(5);
      setInterval(() => context.putImageData(noise, 0, 0), 400);
      return stream;
    };
  });
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByTestId('frame-pixels').waitFor({ timeout: 60_000 });
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible({ timeout: 60_000 });
  const { evidence } = await serverDraft(page, school.single);
  expect(evidence[0].capture).toMatchObject({ format: 'webp', width: 3200, height: 3200 });
  const [{ done }] = (await (await page.request.get('/api/captures')).json()).items;
  expect(done).toEqual([{ code: 'packed', data: {} }]);
  // RFC 9649, section 3: VP8L is WebP's form without loss.
  const file = await (await page.request.get(evidence[0].capture.href)).body();
  expect(file.length).toBeLessThan(25 * 1024 * 1024);
  expect(file.subarray(0, 1000).includes('VP8L')).toBe(true);
});

test('a refused share changes nothing and says so', async ({ page, school }) => {
  await page.addInitScript(() => {
    navigator.mediaDevices.getDisplayMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'));
  });
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await expect(page.getByText('Nothing was shared, and nothing was changed.')).toBeVisible();
  await expect(page.getByText('Room for: The curve')).toBeVisible();
});

test('a browser that cannot share says what to do instead', async ({ page, school }) => {
  await page.addInitScript(() => {
    Object.defineProperty(navigator.mediaDevices, 'getDisplayMedia', { value: undefined });
  });
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await expect(page.getByText('Take the picture with your system’s own keys, then paste it.')).toBeVisible();
});

test('a share whose controls cannot be fetched takes its picture, and can be stopped', async ({
  page,
  school,
}) => {
  await page.addInitScript(() => {
    const real = navigator.mediaDevices.getDisplayMedia.bind(navigator.mediaDevices);
    navigator.mediaDevices.getDisplayMedia = async () => {
      const stream = await real({ video: { width: 1280, height: 720 } });
      Object.assign(window, { shared: stream });
      return stream;
    };
  });
  await intercept(page, /ShareControls/, (route) => route.abort());
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await expect(page.getByText('The controls of the share cannot be fetched now.')).toBeVisible();
  await page.getByRole('button', { name: 'Stop sharing' }).click();
  const states = await page.evaluate(() =>
    (window as unknown as { shared: MediaStream }).shared.getTracks().map((t) => t.readyState),
  );
  expect(states).toEqual(['ended']);
});

test('a display on which this page is seen is not taken at once; a window is, and so is a display without it', async ({
  page,
  school,
}) => {
  await page.exposeFunction('lookOfPage', async () => (await page.screenshot()).toString('base64'));
  await page.addInitScript(() => {
    const canvas = document.createElement('canvas');
    Object.assign(window, { surface: 'monitor' });
    navigator.mediaDevices.getDisplayMedia = async () => {
      // What a display shows: this page, as it is when the browser's question is answered.
      const { lookOfPage, surface } = window as unknown as {
        lookOfPage(): Promise<string>;
        surface: string;
      };
      const look = new Image();
      look.src = `data:image/png;base64,${await lookOfPage()}`;
      await look.decode();
      [canvas.width, canvas.height] = [look.width, look.height];
      const paint = () => canvas.getContext('2d')?.drawImage(look, 0, 0);
      paint();
      setInterval(paint, 250);
      const stream = canvas.captureStream(10);
      const [track] = stream.getVideoTracks();
      const settings = { ...track?.getSettings(), displaySurface: surface };
      Object.assign(track as MediaStreamTrack, { getSettings: () => settings });
      return stream;
    };
  });
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  const begin = page.getByRole('button', { name: 'Share the screen' });
  await begin.click();
  const told = page.getByText('No picture yet: this page is on the display that you share.');
  await expect(told).toBeVisible();
  await expect(told).toBeFocused();
  await expect(page.getByTestId('page-sign')).toHaveCount(0);
  await expect(page.getByTestId('frame-pixels')).toHaveCount(0);
  await expectClean(page, 'a share without a picture yet');
  // As it is, where that is wanted; and then nothing is said any more.
  await page.keyboard.press('t');
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Escape');
  await expect(told).toHaveCount(0);
  await page.getByRole('button', { name: 'Stop sharing' }).click();
  // A window is meant, whatever is seen in it.
  await page.evaluate(() => Object.assign(window, { surface: 'window' }));
  await begin.click();
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Stop sharing' }).click();
  // Another program is in front of the page: the signs lie below it.
  await page.evaluate(() => {
    Object.assign(window, { surface: 'monitor' });
    const style = document.createElement('style');
    style.textContent = '[data-testid=page-sign] { visibility: hidden; }';
    document.head.append(style);
  });
  await begin.click();
  // Taken, and the third one where two have room.
  await page.getByRole('dialog', { name: 'P1 is full' }).waitFor();
});
