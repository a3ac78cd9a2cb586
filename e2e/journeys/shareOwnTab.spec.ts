import { sharingItself } from '../fixtures/browsers.ts';
import { pixelsOf } from '../fixtures/pictures.ts';
import { expect, openSheet, serverDraft, signIn, test } from '../fixtures/school.ts';

test.use(sharingItself);
test('the picture has the real pixels of what was shared', async ({ page, school }) => {
  await page.addInitScript(() => {
    const real = navigator.mediaDevices.getDisplayMedia.bind(navigator.mediaDevices);
    // Without a person there is nobody to choose a surface; this prefers the own tab.
    navigator.mediaDevices.getDisplayMedia = (options) => {
      const { selfBrowserSurface: _, ...rest } = options as Record<string, unknown>;
      return real({ ...rest, preferCurrentTab: true } as DisplayMediaStreamOptions);
    };
  });
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const { evidence } = await serverDraft(page, school.single);
  expect(evidence[0].capture).toMatchObject({
    source: 'screen-share',
    surface: 'tab',
    width: 1280,
    height: 800,
  });
  // A patch of the page's ground and of its header, whose colours the theme gives.
  const file = await (await page.request.get(evidence[0].capture.href)).body();
  const near = async (x: number, y: number, colour: [number, number, number]) => {
    const [r = 0, g = 0, b = 0] = await pixelsOf(file, { left: x, top: y, width: 1, height: 1 });
    expect(
      Math.max(Math.abs(r - colour[0]), Math.abs(g - colour[1]), Math.abs(b - colour[2])),
    ).toBeLessThanOrEqual(4);
  };
  await near(640, 700, [0xf3, 0xee, 0xe2]);
  await near(640, 24, [0xfb, 0xf8, 0xf0]);
});
