import { expectClean } from '../fixtures/axe.ts';
import { openBench } from '../fixtures/bench.ts';
import { expectInOrder } from '../fixtures/layout.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, serverDraft, signIn, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

test('pictures and pins are put into the statement where the cursor is, and lead who judges to their place', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.keyboard.press('Enter');
  await addByDrop(page, 600, 400, 'Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Hand in …' }).click();
  const field = page.getByLabel('Your own statement');
  const put = page.getByRole('group', { name: 'Put into the statement' });
  await field.fill('Low water: see .');
  await field.press('ArrowLeft');
  await put.getByRole('button', { name: 'P1 a', exact: true }).press('Enter');
  await expect(field).toHaveValue('Low water: see [P1 a].');
  // One goes on writing where one was.
  await expect(field).toBeFocused();
  await page.keyboard.type(' and here');
  await expect(field).toHaveValue('Low water: see [P1 a] and here.');
  // What was not placed is only worth a look.
  await expect(page.getByText('Your statement shows other pictures, but not P2.')).toBeVisible();
  await field.press('Control+End');
  await field.press('Enter');
  await put.getByRole('button', { name: 'P2', exact: true }).click();
  await expect(page.getByText('Your statement shows other pictures')).toHaveCount(0);
  // The browser's own undo takes it back.
  await page.keyboard.press('Control+z');
  await expect(field).toHaveValue('Low water: see [P1 a] and here.\n');
  await put.getByRole('button', { name: 'P2', exact: true }).click();
  const text = 'Low water: see [P1 a] and here.\n[P2]';
  await expect(field).toHaveValue(text);
  await expectClean(page, 'placing in the statement');
  await expectInOrder(page, 'placing in the statement');
  await expect.poll(async () => (await serverDraft(page, school.curve)).statement).toBe(text);
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  const handIn = page.url();
  await page.getByRole('button', { name: 'Go to the picture P2' }).click();
  await expect(page.getByRole('article').nth(1)).toBeFocused();
  await expectClean(page, 'a statement with pictures');

  await signIn(page, school, school.instructor);
  await page.goto(`${handIn}/review?point=P2`);
  await pictureSeen(page);
  await page.getByRole('button', { name: 'Go to pin a in P1' }).click();
  await expect(page.getByRole('button', { name: /^P1/ })).toHaveAttribute('aria-current', 'true');
  await expect(page.getByRole('button', { name: /^a / })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('button', { name: 'Go to the picture P2' }).locator('img')).toBeVisible();
  await page.getByRole('button', { name: 'Go to the picture P2' }).press('Enter');
  await expect(page.getByRole('button', { name: /^P2/ })).toHaveAttribute('aria-current', 'true');
});

test('a pin that went is told of where the statement still points to it', async ({ page, school }) => {
  await openBench(page, school);
  await page.keyboard.press('a');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByLabel('Your own statement').fill('[P1 a], [P1 b] and [sic]');
  await expect(
    page.getByText('Your statement points to P1 b: there is no such picture or pin.'),
  ).toBeVisible();
});
