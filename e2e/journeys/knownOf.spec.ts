import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { expectClean } from '../fixtures/axe.ts';
import { expectBegun } from '../fixtures/dialogs.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';

const ADMIN = join(import.meta.dirname, '../../server/dist/adminMain.js');

test('a student sees what is known of them, and takes all of their own away', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 600, 400, 'Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  await page.getByRole('link', { name: /^Your settings/ }).click();
  await page.getByRole('link', { name: /save all of your own/ }).click();
  await expect(page.locator('[data-kind=captures]')).toContainText('Goes.');
  await expect(page.locator('[data-kind=captures] td').first()).toHaveText('1');
  await expect(page.locator('[data-kind=hand-ins]')).toContainText('Stays.');
  await expectClean(page, 'what is known of me');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Save all of your own' }).click(),
  ]);
  const files = unzipSync(new Uint8Array(readFileSync(await download.path())));
  expect(Object.keys(files).filter((name) => name.startsWith('captures/'))).toHaveLength(1);
});

test('an administrator finds a person, sees what goes and stays, and removes them by keys', async ({
  page,
  school,
  browser,
}) => {
  const theirs = await (await browser.newContext({ baseURL: school.address })).newPage();
  await signIn(theirs, school, school.classmate);
  await theirs.goto('/');
  await theirs.getByRole('heading', { name: 'Assignments' }).waitFor();
  // As it is done on a server: by a command, while it runs.
  execFileSync(process.execPath, [ADMIN, school.instructor.email], {
    env: { NACHWEIS_DATA: school.dataFolder },
  });
  await signIn(page, school, school.instructor);
  await page.goto('/courses');
  const part = page.getByRole('region', { name: 'People of this server' });
  await part.getByLabel('Name or e-mail').fill('imre sza');
  await page.keyboard.press('Enter');
  await expect(part.getByRole('status')).toHaveText('One person');
  await part.getByRole('button', { name: 'What is known' }).press('Enter');
  const dialog = page.getByRole('dialog');
  await expect(dialog.locator('[data-kind=account]')).toContainText('Goes. E-mail and password.');
  await expectBegun(dialog);
  await expectClean(page, 'what is known of a person');
  const remove = dialog.getByRole('button', { name: 'Remove this person' });
  await dialog.getByLabel(/^To remove/).fill('somebody@else.example');
  await expect(remove).toBeDisabled();
  await dialog.getByLabel(/^To remove/).fill(school.classmate.email);
  await page.keyboard.press('Enter');
  await expect(part.getByRole('status')).toHaveText('Nobody is called like that.');
  await expect(part.getByLabel('Name or e-mail')).toBeFocused();
  // Their own page is signed out with its next question.
  await theirs.reload();
  await expect(theirs.getByRole('button', { name: 'Sign in' })).toBeVisible();
});
