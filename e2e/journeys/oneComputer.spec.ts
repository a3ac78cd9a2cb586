import type { Page } from '@playwright/test';
import { drag, openBench, tool } from '../fixtures/bench.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

const title = (page: Page) => page.getByLabel('Title', { exact: true }).first();
const kept = (page: Page) => page.evaluate(() => Object.values({ ...localStorage }).join(''));

test('two people who change an assignment at one computer each find what they wrote, and not what the other did', async ({
  page,
  school,
}) => {
  page.on('dialog', (one) => void one.accept());
  const path = `/assignments/${school.curve.id}/edit`;
  await signIn(page, school, school.instructor);
  await page.goto(path);
  await title(page).fill('Of the first');
  await expect.poll(() => kept(page)).toContain('Of the first');
  await signIn(page, school, school.colleague);
  await page.goto(path);
  await expect(title(page)).toHaveValue('Rating curve');
  await title(page).fill('Of the second');
  await expect.poll(() => kept(page)).toContain('Of the second');
  await signIn(page, school, school.instructor);
  await page.goto(path);
  await expect(title(page)).toHaveValue('Of the first');
});

test('what is written in one tab is kept when another one saves', async ({ page, school, context }) => {
  const path = `/assignments/${school.curve.id}/edit`;
  await signIn(page, school, school.instructor);
  const other = await context.newPage();
  for (const one of [page, other]) {
    one.on('dialog', (asked) => void asked.accept());
    await one.goto(path);
    await expect(title(one)).toHaveValue('Rating curve');
  }
  await title(other).fill('Saved there');
  await expect.poll(() => kept(page)).toContain('Saved there');
  await title(page).fill('Not saved yet');
  await expect.poll(() => kept(page)).toContain('Not saved yet');
  await other.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(other.getByText('Saved.')).toBeVisible();
  await page.reload();
  await expect(title(page)).toHaveValue('Not saved yet');
});

test('marks that were copied go with whoever signs out', async ({ page, school }) => {
  await openBench(page, school);
  await page.keyboard.press('a');
  await tool(page, 'Box');
  await drag(page, [0.2, 0.2], [0.5, 0.5]);
  await page.keyboard.press('ControlOrMeta+c');
  const copied = () => page.evaluate(() => sessionStorage.getItem('nachweis-copied-marks'));
  await expect.poll(copied).not.toBeNull();
  await page.getByRole('button', { name: /^Done/ }).click();
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/sign-in/);
  expect(await copied()).toBeNull();
});
