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
  await expectClean(page, 'the ledger with a chart');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a table' }).click(),
  ]);
  const text = await readFile(await download.path(), 'utf8');
  expect(text.charCodeAt(0)).toBe(0xfeff);
  expect(text).toContain('"Ödegård, Elin"');
  expect(text).toContain('3.25');
});
