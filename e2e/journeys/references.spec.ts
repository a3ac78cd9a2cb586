import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expectInOrder } from '../fixtures/layout.ts';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';

test('a reference picture is added, seen by students where it is shown, compared with, and taken away', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/edit`);
  const panel = page.getByRole('region', { name: 'Reference pictures' });
  const add = async (seed: number, caption: string, shown: boolean) => {
    await panel.getByRole('button', { name: 'Add a picture to P1' }).click();
    const dialog = page.getByRole('dialog', { name: 'Reference picture for P1' });
    // Without a picture it says so, and nothing is lost of what is written.
    await dialog.getByLabel('What is right in it').fill(caption);
    await page.keyboard.press('Enter');
    await expect(dialog.getByRole('alert')).toHaveText('Choose a picture first.');
    const buffer = await testPicture(320, 200, seed);
    await dialog
      .getByLabel('A file, or paste one')
      .setInputFiles({ name: 'curve.png', mimeType: 'image/png', buffer });
    await expect(dialog.getByAltText('Chosen for the reference')).toBeVisible();
    if (!shown) await dialog.getByLabel('Students see it on their sheet').uncheck();
    if (shown) await expectClean(page, 'adding a reference');
    await dialog.getByRole('button', { name: 'Add it' }).click();
    await expect(dialog).toBeHidden();
  };
  const version = async () =>
    (await (await page.request.get(`/api/assignments/${school.single.id}/definition`)).json()).version;
  const before = await version();
  await add(1, 'both axes labelled', true);
  await add(2, 'for the markers alone', false);
  await expect(panel.getByRole('listitem')).toHaveCount(2);
  // The form around it was not saved along.
  expect(await version()).toBe(before);
  await expect(panel.getByText('students do not see it')).toHaveCount(1);
  // The focus is where it came from.
  await expect(panel.getByRole('button', { name: 'Add a picture to P1' })).toBeFocused();

  const handInId = await handInOne(page, school, school.student, await testPicture(320, 200, 1));
  await signIn(page, school, school.classmate);
  await openSheet(page, school.single);
  const references = page.getByRole('list', { name: 'References for P1' });
  await expect(references.getByRole('listitem')).toHaveCount(1);
  await expect(page.getByText('for the markers alone')).toBeHidden();
  await references.getByRole('button').press('Enter');
  await expect(page.getByRole('dialog', { name: 'both axes labelled' })).toBeVisible();
  await expectClean(page, 'a reference seen large');
  await page.keyboard.press('Escape');
  await expect(references.getByRole('button')).toBeFocused();

  await signIn(page, school, school.instructor);
  await page.goto(`/hand-ins/${handInId}/review`);
  await page.getByText('What was asked for P1, and how it should look (2)').click();
  await page.getByRole('button', { name: 'both axes labelled' }).click();
  await page.getByRole('link', { name: 'Compare with it' }).click();
  await expect(page.getByText('Nothing differs')).toBeVisible();
  await expect(page.getByLabel('Compared with')).toHaveValue(/./);
  await expect(page.getByRole('heading', { name: 'Reference 1: both axes labelled' })).toBeVisible();

  await page.goto(`/assignments/${school.single.id}/edit`);
  await panel.getByRole('button', { name: 'both axes labelled' }).click();
  await page.getByRole('button', { name: 'Take it away' }).click();
  await expect(panel.getByRole('listitem')).toHaveCount(1);
  await signIn(page, school, school.classmate);
  await openSheet(page, school.single);
  await expect(references).toBeHidden();
});

test('a reference that is no picture is refused and can be chosen again; endless words move nothing', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.warden);
  await page.goto(`/assignments/${school.crowded.id}/edit`);
  const panel = page.getByRole('region', { name: 'Reference pictures' });
  const open = panel.getByRole('button', { name: 'Add a picture to P1' });
  await open.click();
  const dialog = page.getByRole('dialog', { name: 'Reference picture for P1' });
  // Left half way, nothing has come of it and the focus is back.
  await dialog.getByLabel('What is right in it').fill('half way');
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  await expect(open).toBeFocused();
  await open.click();
  const file = dialog.getByLabel('A file, or paste one');
  await file.setInputFiles({ name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  const caption = `${'Wasserstand'.repeat(18)}${'م'.repeat(100)}`;
  await dialog.getByLabel('What is right in it').fill(caption);
  await dialog.getByRole('button', { name: 'Add it' }).click();
  await expect(dialog.getByRole('alert')).toContainText('notes.png');
  await file.setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: await testPicture(900, 200) });
  await expectInOrder(page, 'adding a reference');
  await dialog.getByRole('button', { name: 'Add it' }).click();
  await expect(dialog).toBeHidden();
  await expectInOrder(page, 'the builder with a reference');
  await panel.getByRole('listitem').getByRole('button').click();
  await expectInOrder(page, 'a reference seen large');

  await signIn(page, school, school.hostile);
  await openSheet(page, school.crowded);
  await page.getByRole('list', { name: 'References for P1' }).waitFor();
  await expectInOrder(page, 'a sheet with a reference');
});

test('a reference is one of one’s own captures, chosen by keys', async ({ page, school }) => {
  await signIn(page, school, school.instructor);
  const captureId = crypto.randomUUID();
  const answer = await page.request.put(`/api/captures/${captureId}?source=file&name=mine.png`, {
    data: await testPicture(200, 120, 3),
    headers: { Origin: school.address, 'Content-Type': 'image/png' },
  });
  expect(answer.ok()).toBe(true);
  await page.goto(`/assignments/${school.single.id}/edit`);
  await page.getByRole('button', { name: 'Add a picture to P1' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Reference picture for P1' });
  await dialog.getByRole('radio', { name: 'mine' }).focus();
  await page.keyboard.press('Space');
  await dialog.getByLabel('What is right in it').focus();
  await page.keyboard.type('as I took it');
  await page.keyboard.press('Enter');
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('button', { name: 'as I took it' })).toBeVisible();
});
