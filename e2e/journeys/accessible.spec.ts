import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { addByDrop, dropFiles, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

const fits = (page: Page) =>
  page.evaluate(() => document.documentElement.scrollWidth <= document.documentElement.clientWidth);

test('every screen is clean for axe, in the order of the work', async ({ page, school }) => {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').waitFor();
  await expectClean(page, 'sign-in');
  await signIn(page, school, school.student);
  await page.goto('/');
  await page.getByRole('link', { name: /Rating curve/ }).waitFor();
  await expectClean(page, 'assignments');
  await openSheet(page, school.curve);
  await expectClean(page, 'empty proof sheet');
  await page.getByRole('button', { name: 'Practice desk' }).click();
  await page.getByRole('application', { name: /^Practice desk/ }).waitFor();
  await expectClean(page, 'practice desk');
  await page.getByRole('button', { name: 'Curve Fitter', exact: true }).click();
  await page.getByTestId('frame-pixels').waitFor();
  await expectClean(page, 'framing');
  await page.keyboard.press('Enter');
  await page.getByText('not pinned').first().waitFor();
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await expectClean(page, 'pins');
  await page.keyboard.press('Enter');
  await addByDrop(page, 300, 200);
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await expectClean(page, 'proof sheet with notices');
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByLabel('Your own statement').waitFor();
  await expectClean(page, 'look before handing in');
  await page.getByLabel('Your own statement').fill('It fits.');
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  await expectClean(page, 'receipt');
  const handIn = page.url();

  await signIn(page, school, school.instructor);
  await page.goto('/');
  await page.getByRole('link', { name: /Rating curve/ }).waitFor();
  await expectClean(page, 'assignments of an instructor');
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await page.getByRole('table').waitFor();
  await expectClean(page, 'list of hand-ins');
  await page.goto(`${handIn}/review`);
  await page.getByTestId('points').waitFor();
  await pictureSeen(page);
  await page.keyboard.press('Shift+Digit1');
  await page.keyboard.press('r');
  await page.getByRole('textbox', { name: /Remark at/ }).fill('Look here.');
  await expectClean(page, 'review while remarking');
  await page.keyboard.press('Control+Enter');
  await page.locator('[data-remark]').waitFor();
  await page.getByRole('button', { name: 'Adjust' }).click();
  await expectClean(page, 'review');
  await page.keyboard.press('Escape');
  await page.keyboard.press('ArrowRight');
  await page.getByRole('button', { name: /P2/ }).click();
  await pictureSeen(page);
  await page.keyboard.press('Shift+Digit1');
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await page.getByRole('button', { name: 'Release 1' }).click();
  await expectClean(page, 'question before releasing');
  await page.getByRole('dialog').getByRole('button', { name: 'Release 1' }).click();
  await expect(page.getByText('One hand-in was released.')).toBeVisible();

  await signIn(page, school, school.student);
  await page.goto(handIn);
  await page.getByRole('heading', { name: /Returned/ }).waitFor();
  await expectClean(page, 'feedback');
  await page.goto('/nowhere');
  await page.getByRole('heading', { name: 'There is no such page' }).waitFor();
  await expectClean(page, 'not found');
});

test('reads and hands in at 390 pixels, and at 200 %', async ({ page, school }) => {
  await signIn(page, school, school.student);
  // 200 % at 1280 x 800 leaves 640 x 400 CSS pixels (WCAG 2.2, 1.4.4).
  for (const viewport of [
    { width: 390, height: 844 },
    { width: 640, height: 400 },
  ]) {
    await page.setViewportSize(viewport);
    await page.goto('/');
    await page.getByRole('link', { name: /One picture/ }).waitFor();
    expect(await fits(page)).toBe(true);
    await openSheet(page, school.single);
    expect(await fits(page)).toBe(true);
  }
  await dropFiles(page, [{ name: 'a.png', bytes: await testPicture(1280, 800), type: 'image/png' }]);
  await page.getByTestId('frame-stage').waitFor();
  await expect(page.getByRole('button', { name: 'Accept' })).toBeInViewport();
  // With the bars in place the picture still has a size that can be worked in, and what is below them is reached.
  await page.getByText('Nothing to check was seen in it.').waitFor();
  const stage = await page.getByTestId('frame-stage').boundingBox();
  expect(stage?.height ?? 0).toBeGreaterThan(120);
  await page.getByLabel('height', { exact: true }).focus();
  await expect(page.getByLabel('height', { exact: true })).toBeInViewport({ ratio: 0.9 });
  await page.keyboard.press('Shift+Tab');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: 'Accept' }).click();
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  expect(await fits(page)).toBe(true);
});

test('the main screens need no page scroll at 1280 x 800', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  const scrolls = () =>
    page.evaluate(() => document.documentElement.scrollHeight > document.documentElement.clientHeight);
  expect(await scrolls()).toBe(false);
});
