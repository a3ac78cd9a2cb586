import type { Page } from '@playwright/test';
import { zipSync } from 'fflate';
import { expectClean } from '../fixtures/axe.ts';
import { expectBegun } from '../fixtures/dialogs.ts';
import { intercept } from '../fixtures/intercept.ts';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, type School, signIn, test } from '../fixtures/school.ts';

const open = async (page: Page, school: School) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await page.getByRole('link', { name: 'Bring in named files' }).click();
  await expect(page.getByRole('heading', { name: /named files of a class/ })).toBeVisible();
};
const zip = (files: Record<string, Uint8Array>) => ({
  name: 'class.zip',
  mimeType: 'application/zip',
  buffer: Buffer.from(zipSync(files, { level: 0 })),
});
const reasonField = (page: Page) => page.getByLabel(/Why it came this way/);

test('named files in a ZIP are matched, the open ones said, and handed in for their students', async ({
  page,
  school,
  browser,
}) => {
  const [own, other] = [school.student.name, school.classmate.name];
  await open(page, school);
  await page.getByLabel('Named files', { exact: true }).setInputFiles(
    zip({
      [`Team/${own} P1.png`]: await testPicture(320, 200, 1),
      [`Team/${own} P2.png`]: await testPicture(320, 200, 2),
      'Screenshot 7.png': await testPicture(320, 200, 3),
      'notes.txt': new TextEncoder().encode('x'),
      '__MACOSX/._x.png': new Uint8Array(4),
    }),
  );
  await expect(page.getByRole('status').filter({ hasText: '3 pictures' })).toContainText(
    '2 clear, 0 to check, 1 to be said',
  );
  await expect(page.getByLabel('What was not taken')).toContainText('“notes.txt” is no picture');
  await expect(page.getByLabel('What was not taken').getByRole('listitem')).toHaveCount(1);
  await expectClean(page, 'named files');

  await page.getByRole('button', { name: 'Say whose it is …' }).click();
  await expect(page.getByRole('img', { name: 'Screenshot 7.png' })).toBeVisible();
  await expectBegun(page.getByRole('dialog'));
  await expectClean(page, 'saying whose a file is');
  await page.getByRole('button', { name: 'Say so' }).click();
  await expect(page.getByRole('alert')).toContainText('Choose both');
  await page
    .getByRole('dialog')
    .getByLabel('Student')
    .selectOption({ label: other.split(' ').reverse().join(', ') });
  await page.getByRole('dialog').getByLabel('Proof point').selectOption('P1');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toHaveCount(0);

  // More files come to what is there: what was said stays, and a file of the same name is another one.
  await page
    .getByLabel('Named files', { exact: true })
    .setInputFiles(zip({ 'Screenshot 7.png': await testPicture(320, 200, 9) }));
  await expect(page.getByRole('status').filter({ hasText: '4 pictures' })).toContainText(
    '3 clear, 0 to check, 1 to be said',
  );
  await page.getByRole('button', { name: 'Say whose it is …' }).click();
  await expect(page.getByRole('img', { name: '2/Screenshot 7.png' })).toBeVisible();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);

  await page.getByRole('button', { name: 'Hand in for 2 students' }).click();
  await expect(page.getByRole('alert')).toHaveText('Say why; the students will read it.');
  await reasonField(page).fill('The network of the lab was down.');
  await page.getByRole('button', { name: 'Hand in for 2 students' }).click();
  await expect(page.getByText('2 of 2 handed in.')).toBeVisible();

  // The same files again, as after a reload: nothing is entered twice.
  await page.reload();
  await page.getByLabel('Named files', { exact: true }).setInputFiles(
    zip({
      [`Team/${own} P1.png`]: await testPicture(320, 200, 1),
      [`Team/${own} P2.png`]: await testPicture(320, 200, 2),
    }),
  );
  await expect(page.getByRole('button', { name: 'Nothing left to hand in' })).toBeDisabled();
  await expect(page.getByText(/^Handed in already: /)).toContainText('Their hand-in stays as it is.');
  await page.getByRole('checkbox', { name: /Hand in for this student all the same/ }).check();
  await expectClean(page, 'pictures of who has handed in');
  await reasonField(page).fill('Once more.');
  await page.getByRole('button', { name: 'Hand in for 1 student' }).click();
  await expect(page.getByText('1 of 1 handed in.')).toBeVisible();
  await page.getByRole('link', { name: 'To the hand-ins' }).click();
  await expect(page.getByText(/2 of \d+ handed in/)).toBeVisible();

  const theirs = await browser.newPage();
  await signIn(theirs, school, school.student);
  await theirs.goto(`/assignments/${school.curve.id}`);
  await expect(theirs.getByTestId('handed-in')).toContainText(`by ${school.instructor.name}, for you`);
  await theirs.getByRole('link', { name: /H-0/ }).first().click();
  await expect(theirs.getByText(/Handed in for you by/)).toContainText('The network of the lab was down.');
});

test('handing in goes on while another page is looked at, and is seen again after', async ({
  page,
  school,
}) => {
  await open(page, school);
  await page.getByLabel('Named files', { exact: true }).setInputFiles([
    {
      name: `${school.student.name} P1.png`,
      mimeType: 'image/png',
      buffer: await testPicture(320, 200, 5),
    },
    {
      name: `${school.classmate.name} P1.png`,
      mimeType: 'image/png',
      buffer: await testPicture(320, 200, 6),
    },
  ]);
  await reasonField(page).fill('By mail.');
  // The first picture is on its way until another page was looked at.
  let letGo = () => {};
  const seen = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  await intercept(page, '**/api/captures/*', async (route) => {
    await seen;
    await route.continue();
  });
  await page.getByRole('button', { name: 'Hand in for 2 students' }).click();
  await expect(page.getByText(/0 of 2 handed in\. It goes on while/)).toBeVisible();
  await page.getByRole('link', { name: 'Hand-ins', exact: true }).click();
  await expect(page.getByText(/0 of \d+ handed in/)).toBeVisible();
  letGo();
  await expect(page.getByText(/2 of \d+ handed in/)).toBeVisible();
  await page.getByRole('link', { name: 'Bring in named files' }).click();
  await expect(page.getByText('2 of 2 handed in.')).toBeVisible();
});

test('a damaged ZIP and a file that is no picture are said, and the rest is handed in', async ({
  page,
  school,
}) => {
  await open(page, school);
  await page.getByLabel('Named files', { exact: true }).setInputFiles([
    { name: 'broken.zip', mimeType: 'application/zip', buffer: Buffer.from('no package') },
    { name: `${school.student.name} P1.png`, mimeType: 'image/png', buffer: Buffer.from('no picture') },
    {
      name: `${school.classmate.name} P1.png`,
      mimeType: 'image/png',
      buffer: await testPicture(320, 200, 4),
    },
  ]);
  await expect(page.getByLabel('What was not taken')).toContainText('“broken.zip” cannot be read');
  await reasonField(page).fill('By mail.');
  await page.getByRole('button', { name: 'Hand in for 2 students' }).click();
  await expect(page.getByLabel('Not handed in').getByRole('listitem')).toHaveCount(1);
  await expect(page.getByText('1 of 2 handed in.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Hand in for 1 student' })).toBeEnabled();
});

test('what is chosen while a package is looked through is looked through after it; nothing said goes where a page cannot be read again', async ({
  page,
  school,
}) => {
  await open(page, school);
  const bytes = await testPicture(320, 200, 4);
  let go = () => {};
  const held = new Promise<void>((resolve) => {
    go = resolve;
  });
  // Reading a package takes its code, which is slow to come.
  await intercept(page, '**/assets/*', async (route) => {
    await held;
    await route.continue();
  });
  const field = page.getByLabel('Named files', { exact: true });
  await field.setInputFiles(zip({ [`${school.student.name} P1.png`]: bytes }));
  await expect(page.getByText('Looking through the files …')).toBeVisible();
  await field.setInputFiles({
    name: `${school.classmate.name} P1.png`,
    mimeType: 'image/png',
    buffer: bytes,
  });
  go();
  await expect(page.getByText(/^2 pictures:/)).toBeVisible();
  await expect(page.getByText('Looking through the files …')).toHaveCount(0);
  let refused = 0;
  await intercept(page, '**/api/assignments/*', async (route) => {
    refused++;
    await route.fulfill({ status: 503 });
  });
  // Back in reach, the page reads again, though not at once after the time before; twice, so that the first is over.
  await expect(async () => {
    await page.context().setOffline(true);
    await page.context().setOffline(false);
    expect(refused).toBeGreaterThan(1);
  }).toPass();
  await expect(page.getByText(/^2 pictures:/)).toBeVisible();
});
