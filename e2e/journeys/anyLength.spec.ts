import { expectInOrder } from '../fixtures/layout.ts';
import { dropFiles, testPicture } from '../fixtures/pictures.ts';
import { expect, openCourse, openSheet, signIn, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

const NAME = `${'Messreihe'.repeat(28)}.png`;

test('no text of any length or script moves, covers or widens anything: a student’s pages and dialogs', async ({
  page,
  school,
}) => {
  test.setTimeout(420_000);
  await signIn(page, school, school.hostile);
  await page.goto('/');
  await page.getByRole('link', { name: /Hochwasser/ }).waitFor();
  await expectInOrder(page, 'assignments');
  await page.goto('/settings');
  await page.getByRole('heading', { name: 'Your settings' }).waitFor();
  await expectInOrder(page, 'settings');
  await openSheet(page, school.crowded);
  await expectInOrder(page, 'an empty proof sheet');
  await page.getByRole('button', { name: 'Telephone', exact: true }).click();
  const address = (await page.locator('.select-all').textContent()) ?? '';
  await expectInOrder(page, 'the code for a telephone');
  await page.goto(address);
  await page.getByLabel('Take the picture').waitFor();
  await expectInOrder(page, 'the page on a telephone');
  await openSheet(page, school.crowded);
  await dropFiles(page, [{ name: NAME, bytes: await testPicture(1280, 800), type: 'image/png' }]);
  await page.getByTestId('frame-pixels').waitFor();
  await expectInOrder(page, 'framing');
  await page.keyboard.press('Enter');
  await page.getByText('not pinned').first().waitFor();
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await expectInOrder(page, 'pinning');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  // A tall one, for the other place.
  await dropFiles(page, [{ name: `tall-${NAME}`, bytes: await testPicture(300, 3000), type: 'image/png' }]);
  await page.getByTestId('frame-pixels').waitFor();
  await expectInOrder(page, 'framing a tall picture');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await expectInOrder(page, 'a proof sheet with pictures');
  await page
    .getByRole('button', { name: /^More for/ })
    .first()
    .click();
  await expectInOrder(page, 'more for a picture');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  for (const _ of [1, 2]) await page.getByRole('dialog').locator('ul button').first().click();
  await page.locator('canvas[data-whole=true]').waitFor();
  await expectInOrder(page, 'a plate');
  await page.keyboard.press('Escape');
  await dropFiles(page, [
    { name: NAME.replace('.png', '.pdf'), bytes: Buffer.from('%PDF-1.4 no'), type: '' },
  ]);
  await page.getByRole('button', { name: 'Understood' }).waitFor();
  await expectInOrder(page, 'a refusal');
  await page.goto(`/assignments/${school.crowded.id}/capture`);
  await page.getByRole('heading', { name: 'Capture station' }).waitFor();
  await expectInOrder(page, 'the station');
  await page.goto('/capture');
  await page.getByRole('heading', { name: 'Capture station' }).waitFor();
  await expectInOrder(page, 'the choice of an assignment');
  await page.goto('/captures');
  await page
    .getByRole('button', { name: /^Open / })
    .first()
    .waitFor();
  await expectInOrder(page, 'captures');
  await page
    .getByRole('button', { name: /^Open / })
    .first()
    .click();
  await page.getByLabel('Proof point with room').waitFor();
  await expectInOrder(page, 'one capture');
  await page.goto(`/assignments/${school.crowded.id}/hand-in`);
  await page
    .getByRole('textbox', { name: 'Your own statement' })
    .fill(`${'م'.repeat(300)} ${'x'.repeat(2000)}`);
  await expectInOrder(page, 'the look before handing in');
  await page
    .getByRole('button', { name: /large$/ })
    .first()
    .click();
  await expectInOrder(page, 'a picture large');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  await expectInOrder(page, 'the receipt');
  const handIn = page.url();

  await signIn(page, school, school.warden);
  await page.goto('/');
  await page.getByRole('link', { name: /^Course:/ }).waitFor();
  await expectInOrder(page, 'assignments of an instructor');
  await page.goto(`/assignments/${school.crowded.id}/hand-ins`);
  await page.getByRole('table').waitFor();
  await expectInOrder(page, 'the list of hand-ins');
  await page
    .getByRole('button', { name: /^Other times for/ })
    .first()
    .click();
  await page.getByRole('dialog').waitFor();
  await expectInOrder(page, 'other times');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /Correct/ }).click();
  await page.getByRole('dialog').waitFor();
  await expectInOrder(page, 'a correction');
  await page.goto(`/assignments/${school.crowded.id}/grid`);
  await page.getByRole('grid').waitFor();
  await page.getByRole('region', { name: /^Verdicts for/ }).waitFor();
  await expectInOrder(page, 'the grid');
  await page.goto(`/assignments/${school.crowded.id}/edit`);
  await page.getByRole('heading', { name: 'Proof points' }).waitFor();
  await expectInOrder(page, 'the builder');
  await page.goBack();
  await openCourse(page);
  await page.getByRole('heading', { name: 'People' }).waitFor();
  await expectInOrder(page, 'a course');
  await page.getByRole('link', { name: 'Ledger' }).click();
  await page.getByRole('table').first().waitFor();
  await expectInOrder(page, 'the ledger');
  await page.locator('tbody button').first().click();
  await page.getByRole('dialog').waitFor();
  await page.getByRole('button', { name: 'Exempt …' }).click();
  await expectInOrder(page, 'a figure of the ledger');
  await page.goto(`${handIn}/review`);
  await page.getByTestId('points').waitFor();
  await page.keyboard.press('r');
  await page.getByRole('textbox', { name: /Remark/ }).fill('x'.repeat(400));
  await page.getByRole('button', { name: 'Keep these words' }).click();
  await page.getByRole('textbox', { name: /Remark/ }).fill('');
  await page.getByRole('radio', { name: 'Ring' }).click();
  await page.getByRole('list', { name: 'Words that were used before' }).waitFor();
  await expectInOrder(page, 'a remark that is being written');
  await page.getByRole('textbox', { name: /Remark/ }).fill(`${'م'.repeat(300)} ${'x'.repeat(2000)}`);
  await page.keyboard.press('Control+Enter');
  await pictureSeen(page);
  await page.locator('[data-remark="1"]').waitFor();
  await page.keyboard.press('Shift+Digit1');
  await expectInOrder(page, 'the review');
  await page.locator('[data-remark="1"]').click();
  await page.getByRole('button', { name: 'Answer …' }).click();
  await page.getByRole('textbox', { name: 'Answer' }).fill(`${'م'.repeat(300)} ${'x'.repeat(2000)}`);
  await page.keyboard.press('Control+Enter');
  await page.getByRole('button', { name: 'Settle it' }).waitFor();
  await expectInOrder(page, 'an answered remark');
  await page.getByRole('button', { name: 'Give this remark to others too' }).click();
  await page.getByRole('dialog').waitFor();
  await expectInOrder(page, 'giving a remark to others');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'How the points came about' }).click();
  await page.getByRole('list', { name: 'How the points came about' }).waitFor();
  await expectInOrder(page, 'how the points came about');
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'As the student sees it' }).click();
  await page.getByText('once it is released').waitFor();
  await expectInOrder(page, 'as the student sees it');
  await page.goto(`/assignments/${school.crowded.id}/second-marking`);
  await page
    .getByRole('row', { name: /^Choose/ })
    .first()
    .waitFor();
  await page.getByRole('radio', { name: 'a share, by chance' }).click();
  await page.getByRole('button', { name: 'Ask' }).click();
  await page.getByRole('alert').waitFor();
  await expectInOrder(page, 'a second marking that nobody can make');
  await page.goto(`/assignments/${school.crowded.id}/edit`);
  await page.getByRole('button', { name: 'Try it as a student' }).click();
  await page.getByText('You try this as a student').waitFor();
  await expectInOrder(page, 'a trial');
});
