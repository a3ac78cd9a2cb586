import { expectClean } from '../fixtures/axe.ts';
import { openBench } from '../fixtures/bench.ts';
import { intercept } from '../fixtures/intercept.ts';
import { expect, serverDraft, test } from '../fixtures/school.ts';

test('the format desk: real sizes, one recommendation, a choice by keys; the receipt has the file that was chosen', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.getByRole('button', { name: 'Format', exact: true }).click();
  const table = page.getByRole('table');
  await expect(table.getByRole('row')).toHaveCount(8);
  await expect(page.getByText('Best here:')).toContainText('PNG');
  await expect(table.getByRole('row', { name: /^PNG(?!,)/ })).toContainText('the same');
  await expectClean(page, 'the format desk');
  // Another quality is tried after a pause; a size that is asked for adds a row.
  await page.getByLabel('Quality of JPEG and WebP').fill('35');
  const jpeg = table.getByRole('radio', { name: 'JPEG, quality 35' });
  await expect(jpeg).toBeVisible();
  await page.getByLabel('The best JPEG of at most').fill('1');
  await expect(page.getByText('No JPEG of this picture has at most 1 kB.')).toBeVisible();
  await page.getByLabel('The best JPEG of at most').fill('200');
  await expect(table.getByRole('row')).toHaveCount(9);
  await jpeg.press('Space');
  await expect
    .poll(async () => (await serverDraft(page, school.curve)).evidence[0]?.encoding)
    .toEqual({
      format: 'jpeg',
      quality: 35,
    });
  // Choosing takes neither the table nor the focus away.
  await expect(jpeg).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/_P1.*\.jpg$/).first()).toBeVisible();
  const size = (await serverDraft(page, school.curve)).evidence[0];
  expect(size?.fileName).toMatch(/\.jpg$/);
  // It is what the next visit finds, and what nobody chose is chosen again by one click.
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await page.getByRole('button', { name: 'Format', exact: true }).click();
  await expect(table.getByRole('radio', { name: 'JPEG, quality 35' })).toBeChecked();
  await page.getByRole('radio', { name: /^Left to Nachweis/ }).click();
  await expect
    .poll(async () => (await serverDraft(page, school.curve)).evidence[0]?.fileName)
    .toMatch(/\.png$/);
});

test('the desk is of use at 390 pixels and 200 %, and a server that cannot be reached is said', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await page.setViewportSize({ width: 390, height: 800 });
  await intercept(page, '**/formats?**', (route) => route.abort());
  await page.getByRole('button', { name: 'Format', exact: true }).click();
  await expect(page.getByRole('alert')).toBeVisible();
  await page.unroute('**/formats?**');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('table').getByRole('row')).toHaveCount(8);
  await page.getByRole('button', { name: /^Done/ }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
});
