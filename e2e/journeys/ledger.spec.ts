import { readFile } from 'node:fs/promises';
import { expectClean } from '../fixtures/axe.ts';
import { handInCurve } from '../fixtures/handIns.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('the ledger shows how everybody stands, goes to a hand-in, and is saved as a table', async ({
  page,
  school,
}) => {
  await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  await page.goto('/');
  await page.getByRole('link', { name: /^Course:/ }).click();
  await page.getByRole('link', { name: 'Ledger' }).click();
  await expect(page.getByRole('row', { name: /Ödegård, Elin/ })).toContainText('waiting');
  await expect(page.getByRole('row', { name: /Szalai, Imre/ })).toContainText('nothing');
  await expectClean(page, 'the ledger');
  await page
    .getByRole('row', { name: /Ödegård, Elin/ })
    .getByRole('link', { name: /waiting/ })
    .click();
  await page.getByRole('region', { name: /^Verdicts for/ }).waitFor();
  await expect(page.getByRole('img', { name: /^Picture for the proof point/ })).toBeVisible();
  await page.keyboard.press('Shift+1');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+1');
  await page.getByRole('button', { name: /^Release/ }).click();
  await expect(page.getByRole('button', { name: /^Release/ })).toBeHidden();
  await page.goBack();
  const row = page.getByRole('row', { name: /Ödegård, Elin/ });
  await expect(row).toContainText('3.25');
  await expect(
    page.getByRole('img', { name: /Distribution of points: 1 judged, median 3.25 of 3.25/ }),
  ).toBeVisible();
  const mustShows = page
    .getByRole('figure')
    .filter({ has: page.getByRole('img', { name: /^Must-shows: 1 judged, least earned: P1a with 100 %/ }) });
  await mustShows.getByText('As a table').click();
  await expect(mustShows.getByRole('row').nth(1)).toContainText('100 %');
  await expect(mustShows.getByRole('row').nth(1)).toContainText('none');
  await expectClean(page, 'the ledger with its charts');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a table' }).click(),
  ]);
  const text = await readFile(await download.path(), 'utf8');
  expect(text.charCodeAt(0)).toBe(0xfeff);
  expect(text).toContain('"Ödegård, Elin"');
  expect(text).toContain('3.25');
});
