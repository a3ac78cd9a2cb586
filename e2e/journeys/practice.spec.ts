import { expectClean } from '../fixtures/axe.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('a newcomer practises: what the sheet says to do leads to a receipt, and it can be done again', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto('/');
  await page.getByRole('button', { name: 'New here? Practise up to a receipt' }).click();
  await expect(page.getByRole('heading', { name: 'Practice: two pictures' })).toBeVisible();
  await expect(page.getByText('Nobody grades this')).toBeVisible();
  await expectClean(page, 'the practice sheet');

  // P1, word by word as it says.
  await page.getByRole('button', { name: 'Practice desk' }).click();
  await page.getByRole('button', { name: 'Curve Fitter', exact: true }).click();
  await page.getByRole('button', { name: 'Accept' }).click();
  await page.getByText('not pinned').first().waitFor();
  await page.keyboard.press('a');
  const pin = await page.getByTestId('stage').locator('[data-pin=a]').boundingBox();
  if (!pin) throw new Error('The pin has no place.');
  await page.mouse.move(pin.x + pin.width / 2, pin.y + pin.height / 2);
  await page.mouse.down();
  await page.mouse.move(pin.x + 60, pin.y + 40, { steps: 4 });
  await page.mouse.up();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('The picture is in P1.')).toBeVisible();

  // P2.
  await page.getByRole('button', { name: 'Practice desk' }).click();
  await page.getByRole('button', { name: 'All displays', exact: true }).click();
  const stage = await page.getByTestId('frame-stage').boundingBox();
  if (!stage) throw new Error('The picture has no place.');
  await page.mouse.move(stage.x + stage.width * 0.02, stage.y + stage.height * 0.1);
  await page.mouse.down();
  await page.mouse.move(stage.x + stage.width * 0.25, stage.y + stage.height * 0.7, { steps: 4 });
  await page.mouse.up();
  await page.getByRole('button', { name: 'Accept' }).click();
  await expect(page.getByText('The picture is in P2.')).toBeVisible();

  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByLabel('Your own statement').fill('A fitted curve and its table.');
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await expect(page.getByRole('heading', { name: 'Receipt' })).toBeVisible();
  await expect(page.getByText('This was practice: nobody grades it.')).toBeVisible();
  await page.getByRole('link', { name: 'Practice: two pictures' }).click();
  await expect(page.getByRole('button', { name: 'Practice desk' })).toBeVisible();
});
