import type { Page } from '@playwright/test';
import { intercept } from '../fixtures/intercept.ts';
import { addByDrop, copyPicture, testPicture } from '../fixtures/pictures.ts';
import { expect, openCourse, openSheet, signIn, test } from '../fixtures/school.ts';

/** Presses Enter twice in a field, the second time while what the first one sent is on its way. */
async function enterTwice(page: Page, label: string, address: RegExp): Promise<number> {
  let sent = 0;
  let letOn = () => {};
  const pressed = new Promise<void>((done) => {
    letOn = done;
  });
  await intercept(page, address, async (route) => {
    if (route.request().method() === 'GET') return route.continue();
    sent++;
    await pressed;
    await route.continue();
  });
  const field = page.getByLabel(label, { exact: true });
  const first = page.waitForRequest((request) => address.test(request.url()) && request.method() !== 'GET');
  await field.press('Enter');
  await first;
  await field.press('Enter');
  letOn();
  await page.waitForResponse((response) => address.test(response.url()));
  return sent;
}

test('Enter pressed twice adds a person once', async ({ page, school }) => {
  await signIn(page, school, school.instructor);
  await openCourse(page);
  await page.getByText('Add one person').click();
  await page.getByLabel('Given name', { exact: true }).fill('Ngozi');
  await page.getByLabel('Surname', { exact: true }).fill('Okafor');
  await page.getByLabel('E-mail').fill('okafor@school.example');
  expect(await enterTwice(page, 'Surname', /\/api\/courses\/[^/]+\/people/)).toBe(1);
  await expect(page.getByRole('row', { name: /Okafor/ })).toHaveCount(1);
});

test('Enter pressed twice keeps a preset once', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.curve.id}/capture`);
  await page.getByLabel('Keep these settings as').fill('Mine');
  expect(await enterTwice(page, 'Keep these settings as', /\/api\/presets\//)).toBe(1);
  await expect(page.getByText('“Mine” is kept.')).toBeVisible();
});

test('a picture that is pasted twice by a key that was pressed twice is told of, until it is another one', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await copyPicture(page, await testPicture(640, 400));
  await page.keyboard.press('Control+v');
  await page.keyboard.press('Control+v');
  const framing = async (point: string) => {
    await expect(page.getByRole('dialog', { name: point })).toBeVisible();
    await page.getByTestId('frame-pixels').waitFor();
    await page.keyboard.press('Enter');
  };
  await framing('P1');
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  await page.keyboard.press('Enter');
  await framing('P2');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  const told = page.getByText('P2: it shows exactly what P1 shows.');
  await expect(told).toBeVisible();
  await page.getByRole('button', { name: /^Remove .*P2/ }).click();
  await addByDrop(page, 320, 200, 'Escape');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await expect(told).toHaveCount(0);
});
