import { pixelsOf } from '../fixtures/pictures.ts';
import { expect, openSheet, serverDraft, signIn, test } from '../fixtures/school.ts';

const ARGS = ['--no-sandbox', '--disable-quic', '--disable-background-networking', '--no-first-run'];

test.use({
  launchOptions: {
    executablePath: '/usr/bin/chromium',
    args: [...ARGS, '--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream'],
  },
});
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
    // Grey noise, of which PNG can pack nothing: 3000 x 3000 pixels have more than 25 MB in it.
    const canvas = document.createElement('canvas');
    canvas.width = 3000;
    canvas.height = 3000;
    const context = canvas.getContext('2d', { alpha: false }) as CanvasRenderingContext2D;
    const noise = context.createImageData(3000, 3000);
    let state = 1;
    for (let i = 0; i < noise.data.length; i += 4) {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      noise.data.fill(state >>> 24, i, i + 3);
      noise.data[i + 3] = 255;
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
  expect(evidence[0].capture).toMatchObject({ format: 'webp', width: 3000, height: 3000 });
  const [{ done }] = (await (await page.request.get('/api/captures')).json()).items;
  expect(done).toEqual(['Kept as WebP without loss; as PNG it has more than 25 MB.']);
  // Of noise, any loss would show: neighbours of equal steps are as rare as chance has it (1 in 256).
  const file = await (await page.request.get(evidence[0].capture.href)).body();
  const pixels = await pixelsOf(file, { left: 0, top: 0, width: 400, height: 400 });
  let state = 1;
  let same = 0;
  for (let y = 0; y < 400; y++)
    for (let x = 0; x < 3000; x++) {
      state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
      if (x < 400 && Math.abs((pixels[(y * 400 + x) * 3] ?? 0) - (state >>> 24)) <= 2) same++;
    }
  expect(same / 160_000).toBeGreaterThan(0.99);
});

test('a refused share changes nothing and says so', async ({ page, school }) => {
  await page.addInitScript(() => {
    navigator.mediaDevices.getDisplayMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'));
  });
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await expect(page.getByText('Nothing was shared, and nothing was changed.')).toBeVisible();
  await expect(page.getByText('Here belongs: The curve')).toBeVisible();
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
