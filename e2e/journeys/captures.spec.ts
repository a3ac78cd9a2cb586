import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { intercept } from '../fixtures/intercept.ts';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('captures are found again by words, marked, put into the bin and taken back', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto('/');
  const origin = new URL(page.url()).origin;
  for (const [index, name] of ['weir.png', 'bridge.png', 'gauge.png'].entries())
    await page.request.put(`/api/captures/${crypto.randomUUID()}?source=file&name=${name}`, {
      data: await testPicture(64, 48, index + 20),
      headers: { Origin: origin, 'Content-Type': 'image/png' },
    });
  await page.getByRole('link', { name: 'Captures' }).click();
  await expect(page.getByRole('status').filter({ hasText: '3 captures' })).toBeVisible();
  await expectClean(page, 'captures');
  await page.getByRole('button', { name: 'Open bridge.png' }).click();
  await expect(page.getByText('It was brought in from outside')).toBeVisible();
  await expectClean(page, 'one capture');
  await page.getByRole('textbox', { name: 'Note' }).fill('the lower one, at noon');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await page.keyboard.press('Escape');
  await page.getByRole('searchbox').fill('noon');
  await expect(page.getByRole('status').filter({ hasText: '1 capture' })).toBeVisible();
  await page.getByRole('button', { name: 'Keep bridge.png at hand' }).click();
  await page.getByRole('searchbox').fill('');
  await page.getByLabel('Kept at hand', { exact: true }).check();
  await expect(page.getByRole('status').filter({ hasText: '1 capture' })).toBeVisible();
  await page.getByLabel('Kept at hand', { exact: true }).uncheck();
  await page.getByRole('button', { name: 'Put gauge.png into the bin' }).click();
  await expect(page.getByRole('status').filter({ hasText: '2 captures' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('status').filter({ hasText: '3 captures' })).toBeVisible();
  await page.getByRole('button', { name: 'Put weir.png into the bin' }).click();
  await expect(page.getByRole('status').filter({ hasText: '2 captures' })).toBeVisible();
  await page.getByRole('button', { name: 'Bin', exact: true }).click();
  await page.getByRole('button', { name: 'Put weir.png back' }).click();
  await expect(page.getByText('The bin is empty.')).toBeVisible();
});

test('a note is not lost by Escape, by a server that is away, or by another tab', async ({
  page,
  school,
  context,
}) => {
  await signIn(page, school, school.student);
  await page.goto('/');
  await page.request.put(`/api/captures/${crypto.randomUUID()}?source=file&name=weir.png`, {
    data: await testPicture(64, 48, 31),
    headers: { Origin: school.address, 'Content-Type': 'image/png' },
  });
  const note = (on: Page) => on.getByRole('textbox', { name: 'Note' });
  const open = async (on: Page) => {
    await on.getByRole('button', { name: 'Open weir.png' }).click();
    await note(on).waitFor();
  };
  await page.goto('/captures');
  await open(page);
  await note(page).fill('at noon');
  await page.keyboard.press('Escape');
  await expect(page.getByText('Saved.')).toBeVisible();

  const other = await context.newPage();
  await other.goto('/captures');
  await open(other);
  await expect(note(other)).toHaveValue('at noon');
  await note(other).fill('at noon, by the bridge');

  // The server does not answer: what was written waits, also for a page that is opened anew.
  await open(page);
  await note(page).fill('at noon, lower gauge');
  await intercept(page, '**/details', (route) => route.abort());
  await page.keyboard.press('Escape');
  await expect(page.getByText('What you wrote is kept in this browser.')).toBeVisible();
  await page.unroute('**/details');

  await other.getByRole('button', { name: 'Save' }).click();
  await expect(other.getByText('Saved.')).toBeVisible();

  await page.reload();
  await open(page);
  await expect(note(page)).toHaveValue('at noon, lower gauge');
  await expect(page.getByText('not saved yet')).toBeVisible();
  await expect(page.getByText('Written elsewhere meanwhile: “at noon, by the bridge”')).toBeVisible();
  await expectClean(page, 'a note that was written elsewhere too');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await expect(page.getByText('not saved yet')).toHaveCount(0);
  await expect(note(page)).toHaveValue('at noon, lower gauge');
});
