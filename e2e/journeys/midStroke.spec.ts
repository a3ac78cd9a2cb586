import type { Page } from '@playwright/test';
import { at, drag, openBench, tool } from '../fixtures/bench.ts';
import { painted } from '../fixtures/painted.ts';
import { expect, PASSWORD, type School, serverDraft, test } from '../fixtures/school.ts';

const strokes = (page: Page) => page.getByRole('region', { name: 'Marks' }).getByRole('listitem');
const onServer = async (page: Page, school: School) =>
  ((await serverDraft(page, school.curve)).evidence[0]?.marks ?? []).length;

/** Presses and begins to draw; the hand does not let go. */
async function beginStroke(page: Page, row: number): Promise<void> {
  await page.mouse.move(...(await at(page, 0.2, row)));
  await page.mouse.down();
  for (const x of [0.3, 0.4, 0.5]) {
    await page.mouse.move(...(await at(page, x, row + 0.03)));
    await painted(page);
  }
}

async function endStroke(page: Page, row: number): Promise<void> {
  await page.mouse.move(...(await at(page, 0.7, row)));
  await page.mouse.up();
}

test('a stroke that is being drawn outlives a lost connection and an ended session; a reload or Back in the middle leaves all that was there', async ({
  page,
  school,
  context,
}) => {
  await openBench(page, school);
  await tool(page, 'Stroke');
  await drag(page, [0.2, 0.1], [0.7, 0.1]);
  await expect.poll(() => onServer(page, school)).toBe(1);

  await beginStroke(page, 0.25);
  await context.setOffline(true);
  await endStroke(page, 0.25);
  await expect(strokes(page)).toHaveCount(2);
  await context.setOffline(false);
  await expect.poll(() => onServer(page, school)).toBe(2);

  await beginStroke(page, 0.4);
  await context.clearCookies();
  await endStroke(page, 0.4);
  await expect(strokes(page)).toHaveCount(3);
  await page.getByRole('button', { name: 'Sign in again' }).press('Enter');
  await expect(page.getByRole('dialog', { name: 'Sign in again' }).getByLabel('Password')).toBeFocused();
  await page.keyboard.type(PASSWORD);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'Sign in again' })).toHaveCount(0);
  await expect.poll(() => onServer(page, school)).toBe(3);

  await beginStroke(page, 0.55);
  await page.reload();
  await page.mouse.up();
  await page.getByRole('button', { name: 'Bench' }).first().click();
  await expect(strokes(page)).toHaveCount(3);
  // What was drawn before the reload can still be taken back, and made again.
  await page.keyboard.press('ControlOrMeta+z');
  await expect(strokes(page)).toHaveCount(2);
  await page.keyboard.press('ControlOrMeta+Shift+z');
  await expect(strokes(page)).toHaveCount(3);

  // Come to from another page, so that there is one to go back to.
  await expect.poll(() => onServer(page, school)).toBe(3);
  await page.goto('/');
  await page.getByRole('link', { name: /^Rating curve/ }).click();
  await page.getByRole('button', { name: 'Bench' }).first().click();
  await tool(page, 'Stroke');
  await beginStroke(page, 0.7);
  await page.goBack();
  await page.mouse.up();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.getByRole('button', { name: 'Bench' }).first().click();
  await expect(strokes(page)).toHaveCount(3);
  await expect.poll(() => onServer(page, school)).toBe(3);
});
