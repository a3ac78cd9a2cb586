import { expectClean } from '../fixtures/axe.ts';
import { intercept } from '../fixtures/intercept.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';

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

test('the sheet comes after handing in, though it was being read when it was forgotten', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 320, 200, 'Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page
    .getByRole('link', { name: 'Hand in …' })
    .or(page.getByRole('button', { name: 'Hand in …' }))
    .click();
  await page.getByRole('button', { name: 'Hand in now' }).waitFor();
  // From here on one reading of the sheet is on its way for as long as it takes.
  let letGo = () => {};
  const held = new Promise<void>((done) => {
    letGo = done;
  });
  let isHeld = false;
  await intercept(page, `**/api/assignments/${school.single.id}`, async (route) => {
    if (!isHeld) {
      isHeld = true;
      await held;
    }
    await route.continue();
  });
  // The page reads again when it is looked at, though not right after it was read.
  await expect
    .poll(async () => {
      await page.evaluate(() => dispatchEvent(new Event('focus')));
      return isHeld;
    })
    .toBe(true);
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  await page.getByRole('link', { name: 'One picture' }).first().click();
  await expect(page.getByRole('heading', { name: 'Fetching the assignment …' })).toBeVisible();
  letGo();
  await expect(page.getByRole('heading', { name: 'One picture' })).toBeVisible();
});
