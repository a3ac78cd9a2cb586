import { dropFiles, pixelsOf, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, serverDraft, signIn, test } from '../fixtures/school.ts';
import { sendingIsOver, writesTo } from '../fixtures/sent.ts';

const WIDTH = 1000;
const HEIGHT = 500;

test.beforeEach(async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await dropFiles(page, [{ name: 'a.png', bytes: await testPicture(WIDTH, HEIGHT), type: 'image/png' }]);
  await page.getByTestId('frame-pixels').waitFor();
});

/** Drags between two pixels of the picture. */
async function drag(
  page: import('@playwright/test').Page,
  from: [number, number],
  to: [number, number],
): Promise<void> {
  const shown = (await page.getByTestId('frame-stage').boundingBox()) ?? { x: 0, y: 0, width: 1, height: 1 };
  const scale = shown.width / WIDTH;
  const at = ([x, y]: [number, number]): [number, number] => [
    shown.x + (x + 0.5) * scale,
    shown.y + (y + 0.5) * scale,
  ];
  await page.mouse.move(...at(from));
  await page.mouse.down();
  await page.mouse.move(...at([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]));
  await page.mouse.move(...at(to));
  await page.mouse.up();
}

test('proposes the whole; a click alone changes nothing', async ({ page }) => {
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '0,0,1000,500');
  await page.getByTestId('frame-stage').click({ position: { x: 300, y: 200 } });
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '0,0,1000,500');
});

test('a region is drawn, moved and pulled by its handles, to the pixel, and handed in so', async ({
  page,
  school,
}) => {
  const frame = page.getByTestId('frame');
  await drag(page, [100, 50], [399, 249]);
  await expect(frame).toHaveAttribute('data-box', '100,50,300,200');
  await drag(page, [200, 100], [250, 130]);
  await expect(frame).toHaveAttribute('data-box', '150,80,300,200');
  const stage = (await page.getByTestId('frame-stage').boundingBox()) ?? { width: 0 };
  const scale = stage.width / WIDTH;
  const pulls: Array<[string, string]> = [];
  for (const handle of ['nw', 'n', 'ne', 'e', 'se', 's', 'sw', 'w']) {
    const grip = (await page.locator(`[data-handle=${handle}]`).boundingBox()) ?? {
      x: 0,
      y: 0,
      width: 0,
      height: 0,
    };
    const [x, y] = [grip.x + grip.width / 2, grip.y + grip.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x - 20 * scale, y - 10 * scale);
    await page.mouse.up();
    pulls.push([handle, (await frame.getAttribute('data-box')) ?? '']);
  }
  expect(pulls).toEqual([
    ['nw', '130,70,320,210'],
    ['n', '130,60,320,220'],
    ['ne', '130,50,300,230'],
    ['e', '130,50,280,230'],
    ['se', '130,50,260,220'],
    ['s', '130,50,260,210'],
    ['sw', '110,50,280,200'],
    ['w', '90,50,300,200'],
  ]);
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toContainText('300 × 200');
  const { evidence } = await serverDraft(page, school.single);
  expect(evidence[0].framing).toEqual({ kind: 'region', box: { x: 90, y: 50, width: 300, height: 200 } });
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByRole('button', { name: 'Hand in now' }).click();
  const href = await page.getByRole('link', { name: /P1\.png$/ }).getAttribute('href');
  const file = await (await page.request.get(href ?? '')).body();
  const expected = await pixelsOf(await testPicture(WIDTH, HEIGHT), {
    left: 90,
    top: 50,
    width: 300,
    height: 200,
  });
  expect((await pixelsOf(file)).equals(expected)).toBe(true);
});

test('numbers can be typed, also by way of an empty field', async ({ page }) => {
  const frame = page.getByTestId('frame');
  await page.getByLabel('width', { exact: true }).fill('400');
  await page.getByLabel('height', { exact: true }).fill('300');
  await page.getByLabel('x', { exact: true }).fill('550');
  await page.getByLabel('y', { exact: true }).fill('150');
  await expect(frame).toHaveAttribute('data-box', '550,150,400,300');
  await page.getByLabel('width', { exact: true }).fill('9999');
  await expect(frame).toHaveAttribute('data-box', '550,150,450,300');
  // A field that is being rewritten may be empty on the way.
  const x = page.getByLabel('x', { exact: true });
  await x.press('End');
  for (let i = 0; i < 3; i++) await x.press('Backspace');
  await expect(x).toHaveValue('');
  await x.pressSequentially('120');
  await expect(frame).toHaveAttribute('data-box', '120,150,880,300');
  await page.getByRole('button', { name: 'Whole picture' }).click();
  await expect(frame).toHaveAttribute('data-box', '0,0,1000,500');
});

test('framing again starts from the frame there is, and pins stay on their pixel', async ({
  page,
  school,
}) => {
  await drag(page, [100, 50], [599, 449]);
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await page.getByText('not pinned').first().waitFor();
  await page.keyboard.press('a');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Frame', exact: true }).click();
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '100,50,500,400');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => (await serverDraft(page, school.single)).evidence[0]?.framing.box?.x)
    .toBe(110);
  expect((await serverDraft(page, school.single)).evidence[0].marks).toEqual([
    { kind: 'pin', letter: 'a', x: 350, y: 250 },
  ]);
});

test('the picture is there again after looking at the pins', async ({ page }) => {
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await page.getByText('not pinned').first().waitFor();
  await page.getByRole('button', { name: 'Frame', exact: true }).click();
  await page.getByTestId('frame-pixels').waitFor();
  const opacity = () =>
    page
      .getByTestId('frame-pixels')
      .evaluate((canvas: HTMLCanvasElement) => canvas.getContext('2d')?.getImageData(9, 9, 1, 1).data[3]);
  await expect.poll(opacity).toBe(255);
});

test('a picture that was sent while one looked at it, and is taken as it is, is not sent a second time', async ({
  page,
  context,
  school,
}) => {
  // The last of the page before; what comes next is counted.
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await openSheet(page, school.curve);
  const sent = writesTo(context, '/api/evidence/');
  await dropFiles(page, [{ name: 'b.png', bytes: await testPicture(300, 200), type: 'image/png' }]);
  await page.getByTestId('frame-pixels').waitFor();
  await expect.poll(() => sent.length).toBe(1);
  await expect.poll(() => sendingIsOver(page)).toBe(true);
  await page.keyboard.press('Enter');
  // Its proof point asks for pins.
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // What waits is sent oldest first: once the next one is there, nothing of the first waits.
  await dropFiles(page, [{ name: 'c.png', bytes: await testPicture(320, 200), type: 'image/png' }]);
  await page.getByTestId('frame-pixels').waitFor();
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  expect(sent.filter((address) => address === sent[0])).toHaveLength(1);
});
