import { expectInOrder } from '../fixtures/layout.ts';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, openCourse, signIn, test } from '../fixtures/school.ts';

const NAME = `${'Messreihe'.repeat(28)}.png`;

test('no text of any length moves, covers or widens anything: named files, a copied course, what is asked again', async ({
  page,
  school,
}) => {
  test.setTimeout(420_000);
  await signIn(page, school, school.warden);
  await page.goto(`/assignments/${school.crowded.id}/named-files`);
  await page.getByLabel('Named files', { exact: true }).setInputFiles([
    { name: NAME, mimeType: 'image/png', buffer: await testPicture(1280, 800) },
    { name: 'x.txt', mimeType: 'text/plain', buffer: Buffer.from('x') },
    { name: `${'y'.repeat(240)}.txt`, mimeType: 'text/plain', buffer: Buffer.from('x') },
  ]);
  await page.getByRole('table').waitFor();
  await expectInOrder(page, 'named files');
  await page.getByRole('button', { name: 'Say whose it is …' }).click();
  await page.getByRole('dialog').getByLabel('Student').waitFor();
  await expectInOrder(page, 'saying whose a file is');
  await page.getByRole('dialog').getByLabel('Student').selectOption({ index: 1 });
  await page.getByRole('dialog').getByLabel('Proof point').selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Say so' }).click();
  await page.getByLabel(/Why it came this way/).fill(`${'م'.repeat(200)} ${'x'.repeat(250)}`);
  await page.getByRole('button', { name: 'Hand in for 1 student' }).click();
  await expect(page.getByText('1 of 1 handed in.')).toBeVisible();
  await expectInOrder(page, 'named files that are handed in');
  await page.getByRole('link', { name: 'To the hand-ins' }).click();
  await page.getByRole('table').waitFor();
  await page.getByText('Other forms').click();
  await expectInOrder(page, 'other forms');

  await openCourse(page);
  await page.getByRole('button', { name: 'Copy for another term …' }).click();
  await page.getByRole('dialog').waitFor();
  await expectInOrder(page, 'copying a course');

  await signIn(page, school, school.hostile);
  await page.goto(`/assignments/${school.crowded.id}`);
  await page.getByRole('link', { name: /H-0/ }).first().click();
  await page.getByText(/Handed in for you by/).waitFor();
  await expectInOrder(page, 'what somebody else handed in');
});
