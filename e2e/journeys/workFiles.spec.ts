import { readFileSync, writeFileSync } from 'node:fs';
import { expectClean } from '../fixtures/axe.ts';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';

const CSV = 'time;stage\n07:00;0.43\n';

test('data and a picture are added to an assignment, named in its brief, found by a student, and replaced', async ({
  page,
  school,
  context,
}, testInfo) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/edit`);
  const panel = page.getByRole('region', { name: 'Files of the assignment' });
  const chooser = panel.getByLabel('Add files');
  await chooser.setInputFiles([
    { name: 'gaugings (1).csv', mimeType: 'text/csv', buffer: Buffer.from(CSV) },
    { name: 'setup.png', mimeType: 'image/png', buffer: await testPicture(320, 200) },
  ]);
  await expect(panel.getByRole('listitem')).toHaveCount(2);
  const brief = page.getByRole('textbox', { name: 'Brief' });
  for (const name of ['gaugings (1).csv', 'setup.png']) {
    await panel.getByRole('button', { name: `Copy the link to ${name}` }).click();
    await brief.press('End');
    await brief.press('Control+End');
    await page.keyboard.type(' ');
    await page.keyboard.press('Control+v');
  }
  await page.getByText('As students read it').click();
  await expect(page.locator('.guide').getByAltText('setup.png')).toBeVisible();
  await expectClean(page, 'an assignment with files');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Not saved yet')).toHaveCount(0);
  // Another file of the same name takes its place, and that is said.
  await chooser.setInputFiles({
    name: 'gaugings (1).csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`${CSV}08:00;0.53\n`),
  });
  await expect(page.getByText('took the place of the one before')).toBeVisible();
  await expect(panel.getByRole('listitem')).toHaveCount(2);
  // One that is too large is named, and the others stay.
  // From the disk: so many bytes take half a minute on their way into a busy browser.
  const huge = testInfo.outputPath('huge.zip');
  writeFileSync(huge, Buffer.alloc(25 * 1024 * 1024 + 1));
  await chooser.setInputFiles(huge);
  await expect(panel.getByRole('alert')).toContainText('huge.zip');

  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await expect(page.locator('.guide').getByAltText('setup.png')).toBeVisible();
  const list = page.getByRole('list', { name: 'Files of this assignment' });
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    list.getByRole('link', { name: 'gaugings (1).csv' }).click(),
  ]);
  expect(readFileSync(await download.path(), 'utf8')).toBe(`${CSV}08:00;0.53\n`);
  await expectClean(page, 'a sheet with files');

  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/edit`);
  await panel.getByRole('button', { name: 'Take setup.png away' }).press('Enter');
  await expect(panel.getByRole('listitem')).toHaveCount(1);
  await expect(chooser).toBeFocused();
  // The wrong one: it comes back with its bytes.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(panel.getByRole('listitem')).toHaveCount(2);
  const back = await panel.getByRole('link', { name: 'setup.png' }).getAttribute('href');
  expect((await page.request.get(back ?? '')).ok()).toBe(true);
});
