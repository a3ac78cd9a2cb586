import type { Page } from '@playwright/test';
import { painted } from '../fixtures/painted.ts';
import { pixelsOf } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, serverDraft, signIn, test } from '../fixtures/school.ts';

/** What the desk shows on the page, as RGB of one box. */
async function deskPixels(
  page: Page,
  box: { x: number; y: number; width: number; height: number },
): Promise<Buffer> {
  const data = await page.evaluate(({ x, y, width, height }) => {
    const canvas = document.querySelector<HTMLCanvasElement>('[role=dialog] canvas');
    const rgba = canvas?.getContext('2d')?.getImageData(x, y, width, height).data ?? new Uint8ClampedArray();
    let text = '';
    for (let i = 0; i < rgba.length; i += 4)
      text += String.fromCharCode(rgba[i] ?? 0, rgba[i + 1] ?? 0, rgba[i + 2] ?? 0);
    return btoa(text);
  }, box);
  return Buffer.from(data, 'base64');
}

async function takenPixels(
  page: Page,
  school: School,
): Promise<{ pixels: Buffer; capture: { width: number; height: number; surface: string } }> {
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const { capture } = (await serverDraft(page, school.single)).evidence[0];
  const file = await page.request.get(capture.href);
  return { pixels: await pixelsOf(await file.body()), capture };
}

/** Drags the Curve Fitter by its title bar, and waits until the desk is drawn with the pointer out of the way. */
async function dragFitterOverTable(page: Page): Promise<void> {
  const screen = page.getByRole('application', { name: /^Practice desk/ });
  const shown = (await screen.boundingBox()) ?? { x: 0, y: 0, width: 1, height: 1 };
  const at = (x: number, y: number): [number, number] => [
    shown.x + (x / 2464) * shown.width,
    shown.y + (y / 900) * shown.height,
  ];
  await page.mouse.move(...at(700, 205));
  await page.mouse.down();
  await page.mouse.move(...at(350, 300), { steps: 5 });
  await page.mouse.up();
  await page.mouse.move(...at(2300, 700));
  await painted(page);
}

test.beforeEach(async ({ page, school }) => {
  // The desk shows a clock: no minute may pass between what is looked at and what is taken.
  await page.clock.setFixedTime(new Date());
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Practice desk' }).click();
  // The pointer of the desk is drawn on the page but not taken; it waits where nothing is compared.
  await page.getByRole('application', { name: /^Practice desk/ }).hover({ position: { x: 940, y: 335 } });
});

test('this display: exactly its pixels', async ({ page, school }) => {
  const shown = await deskPixels(page, { x: 0, y: 0, width: 1440, height: 900 });
  await page.getByRole('button', { name: /^Display 1/ }).click();
  const { pixels, capture } = await takenPixels(page, school);
  expect(capture).toMatchObject({ width: 1440, height: 900, surface: 'display' });
  expect(pixels.equals(shown)).toBe(true);
});

test('all displays: as wide as both, black where none is', async ({ page, school }) => {
  await page.getByRole('button', { name: 'All displays', exact: true }).click();
  const { pixels, capture } = await takenPixels(page, school);
  expect(capture).toMatchObject({ width: 2464, height: 900, surface: 'all-displays' });
  const at = (850 * 2464 + 2000) * 3;
  expect([...pixels.subarray(at, at + 3)]).toEqual([0, 0, 0]);
});

test('this window: what covers it is in the picture, until it is brought to the front', async ({
  page,
  school,
}) => {
  const box = { x: 70, y: 120, width: 470, height: 510 };
  const open = await deskPixels(page, box);
  await dragFitterOverTable(page);
  const covered = await deskPixels(page, box);
  expect(covered.equals(open)).toBe(false);
  await page.getByRole('button', { name: 'Stage Table', exact: true }).click();
  const first = await takenPixels(page, school);
  expect(first.capture).toMatchObject({ width: 470, height: 510, surface: 'window' });
  expect(first.pixels.equals(covered)).toBe(true);

  await page.getByRole('button', { name: 'Practice desk' }).click();
  await page.getByRole('application', { name: /^Practice desk/ }).hover({ position: { x: 940, y: 335 } });
  await dragFitterOverTable(page);
  expect((await deskPixels(page, box)).equals(covered)).toBe(true);
  await page.getByRole('button', { name: 'Bring Stage Table to the front' }).click();
  await expect.poll(async () => (await deskPixels(page, box)).equals(covered)).toBe(false);
});

test('windows are raised and moved by keyboard', async ({ page }) => {
  await page.getByRole('button', { name: 'Bring Stage Table to the front' }).click();
  const screen = page.getByRole('application', { name: /In front: Stage Table/ });
  const before = await deskPixels(page, { x: 70, y: 120, width: 30, height: 30 });
  await screen.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowDown');
  await expect
    .poll(async () => (await deskPixels(page, { x: 80, y: 130, width: 30, height: 30 })).equals(before))
    .toBe(true);
});
