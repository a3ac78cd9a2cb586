import type { Locator, Page } from '@playwright/test';
import { zipSync } from 'fflate';
import { expectClean } from '../fixtures/axe.ts';
import { goneFile } from '../fixtures/goneFile.ts';
import { expect, openCourse, type School, signIn, test } from '../fixtures/school.ts';

/** The dialog in which an instructor brings in a class list. */
async function openList(page: Page, school: School): Promise<Locator> {
  await signIn(page, school, school.instructor);
  await openCourse(page);
  await page.getByRole('button', { name: 'Bring in a class list' }).click();
  return page.getByRole('dialog');
}

test('cells pasted without the names of their columns: what is missing is asked for, said by keys, and shown before anybody is entered', async ({
  page,
  school,
}) => {
  const dialog = await openList(page, school);
  const table = dialog.getByLabel('The table, pasted');
  await table.fill('Meier\tJana\tjana.meier@school.example\nSchulz\tTom\ttom.schulz@school.example');
  await expect(dialog.getByRole('alert')).toHaveText('Which column holds the surname, or the whole name?');
  await expectClean(page, 'the columns of a class list');
  await table.press('Tab');
  await page.keyboard.press('Tab');
  const kind = (n: number) => dialog.getByRole('combobox', { name: new RegExp(`^Column ${n}`) });
  await expect(kind(1)).toBeFocused();
  await page.keyboard.type('surname');
  await expect(dialog.getByRole('row', { name: /^1 Meier/ })).toContainText('new');
  await expect(kind(1)).toBeFocused();
  await page.keyboard.press('Tab');
  await page.keyboard.type('given');
  await expect(dialog.getByRole('row', { name: /^2 Schulz, Tom/ })).toContainText('new');
  await dialog.getByRole('button', { name: 'Enter these 2 people' }).click();
  await expect(page.getByRole('rowheader', { name: 'Meier, Jana' })).toBeVisible();
});

test('a file of a spreadsheet program is refused with what to do; whole names are taken apart and said so', async ({
  page,
  school,
}) => {
  const dialog = await openList(page, school);
  await dialog.getByLabel('The file').setInputFiles({
    name: 'class.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(zipSync({ 'xl/workbook.xml': Buffer.from('<workbook/>') })),
  });
  await expect(dialog.getByRole('alert')).toContainText('Save it as CSV there, or copy the cells');
  await dialog.getByLabel('The table, pasted').fill('Name\tE-mail\nNoor van der Laan\tnoor@school.example');
  await expect(dialog.getByRole('row', { name: /^2 van der Laan, Noor/ })).toContainText('new');
  await expect(dialog.getByText('Whole names were taken apart')).toBeVisible();
});

test('a line says what it changes of somebody; what a colleague changes meanwhile is looked at before anything is entered', async ({
  page,
  school,
}) => {
  const dialog = await openList(page, school);
  const { name, email } = school.student;
  const [given, surname] = name.split(' ');
  const table = dialog.getByLabel('The table, pasted');
  await table.fill(
    `Surname,Given name,E-mail,role,team\n${surname},${given},${email},,North\nMeier,Jana,j@s.example,student,`,
  );
  const line = dialog.getByRole('row', { name: new RegExp(`^2 ${surname}`) });
  await expect(line).toContainText('is changed; team: nothing → North');
  await expect(dialog.getByRole('row', { name: /^3 Meier/ })).toContainText('new');
  await expectClean(page, 'what a class list changes');
  // A colleague is quicker with the other line, in another role.
  const courseId = page.url().split('/').at(-1);
  const meier = { givenName: 'Jana', surname: 'Meier', email: 'j@s.example', role: 'marker', fields: {} };
  await page.request.post(`/api/courses/${courseId}/people`, {
    data: { people: [meier], dryRun: false },
    headers: { Origin: school.address },
  });
  const enter = dialog.getByRole('button', { name: 'Enter these 2 people' });
  await enter.click();
  await expect(dialog.getByRole('alert')).toContainText(
    'Nothing was entered: look at what becomes of each line',
  );
  await expect(dialog.getByRole('row', { name: /^3 Meier/ })).toContainText('role: marker → student');
  await enter.click();
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('row', { name: new RegExp(`^${surname}`) })).toContainText('North');
});

test('of a school’s export users, classes and enrollments are chosen together; which class is meant is asked, or known by its title', async ({
  page,
  school,
}) => {
  const dialog = await openList(page, school);
  const file = (name: string, ...lines: string[]) => ({
    name,
    mimeType: 'text/csv',
    buffer: Buffer.from(lines.join('\n')),
  });
  const users = file(
    'users.csv',
    'sourcedId,givenName,familyName,email',
    'u1,Kim,Okafor,kim@s.example',
    'u2,Noor,van der Laan,noor@s.example',
  );
  const enrollments = file(
    'enrollments.csv',
    'sourcedId,classSourcedId,userSourcedId,role',
    'e1,c1,u1,student',
    'e2,c2,u2,aide',
  );
  const choose = dialog.getByLabel('The file');
  await choose.setInputFiles([users, file('more.csv', 'a,b')]);
  await expect(dialog.getByRole('alert')).toContainText('Who is in which class is missing (enrollments.csv)');
  const heads = 'sourcedId,title,classType';
  await choose.setInputFiles([
    users,
    enrollments,
    file('classes.csv', heads, 'c1,Chemistry,x', 'c2,Physics,x'),
  ]);
  await expect(dialog.getByText('Read: users.csv, enrollments.csv, classes.csv')).toBeVisible();
  const which = dialog.getByLabel('Which class is it?');
  await expect(which).toHaveValue('');
  await expectClean(page, 'which class of a school');
  await which.selectOption('Physics, 1 person');
  await expect(dialog.getByRole('row', { name: /^2 van der Laan, Noor/ })).toContainText('new');
  await expect(dialog.getByRole('row')).toHaveCount(2);
  // A class that is called as the course is needs no question.
  await page.keyboard.press('Escape');
  const title = (await page.getByRole('heading', { level: 1 }).textContent()) ?? '';
  await page.getByRole('button', { name: 'Bring in a class list' }).click();
  await choose.setInputFiles([
    file('classes.csv', heads, `c1,${title},x`, 'c2,Physics,x'),
    enrollments,
    users,
  ]);
  await expect(dialog.getByRole('row', { name: /^2 Okafor, Kim/ })).toContainText('new');
  // The same as the one package in which a school hands it on; a damaged one is not called a workbook.
  const packed = zipSync({
    'users.csv': users.buffer,
    'enrollments.csv': enrollments.buffer,
    'manifest.csv': Buffer.from('a,b'),
  });
  const zip = { name: 'school.zip', mimeType: 'application/zip', buffer: Buffer.from(packed) };
  await choose.setInputFiles({ ...zip, buffer: zip.buffer.subarray(0, 60) });
  await expect(dialog.getByRole('alert')).toContainText('This file cannot be read');
  await choose.setInputFiles(zip);
  await which.selectOption('c1, 1 person');
  await expect(dialog.getByRole('alert')).toHaveCount(0);
  await expect(dialog.getByRole('row', { name: /^2 Okafor, Kim/ })).toContainText('new');
  await dialog.getByRole('button', { name: 'Enter this person' }).click();
  await expect(page.getByRole('rowheader', { name: 'Okafor, Kim' })).toBeVisible();
});

test('of several files one of which is gone nothing is read, for the others are not what was chosen', async ({
  page,
  school,
}, testInfo) => {
  const dialog = await openList(page, school);
  const heads = 'givenName,familyName,email';
  const gone = await goneFile(page, testInfo.outputPath('gone.csv'), `${heads}\nKim,Okafor,kim@s.example`);
  const choose = dialog.getByLabel('The file');
  await choose.evaluate(
    (input: HTMLInputElement, [file, there]) => {
      const data = new DataTransfer();
      data.items.add(new File([there], 'there.csv', { type: 'text/csv' }));
      data.items.add(file);
      input.files = data.files;
      input.dispatchEvent(new Event('change', { bubbles: true }));
    },
    [gone, `${heads}\nNoor,Laan,noor@s.example`] as const,
  );
  await expect(page.getByText(/“gone\.csv” cannot be read/)).toBeVisible();
  await expect(dialog.getByRole('table')).toHaveCount(0);
  await expect(dialog.getByText(/^Read:/)).toHaveCount(0);
});

test('lines that stand in the way are marked, shown alone, and left out; what is entered is said, and found by a word', async ({
  page,
  school,
}) => {
  const dialog = await openList(page, school);
  const good = Array.from({ length: 20 }, (_, i) => `Lind${i},Kim,lind${i}@s.example,NE-${i}`);
  await dialog
    .getByLabel('The table, pasted')
    .fill(
      [
        'Surname,Given name,E-mail,station',
        ...good,
        'Berg,Ada,no address,x',
        'Lind,Ida,LIND3@s.example,y',
      ].join('\n'),
    );
  await expect(dialog.getByText('20 new, 2 marked')).toBeVisible();
  await expect(dialog.getByRole('row', { name: /^2 Lind0, Kim lind0@s.example NE-0 new/ })).toBeVisible();
  const wrong = dialog.getByRole('row', {
    name: /^22 Berg, Ada no address .*marked: This is no e-mail address/,
  });
  await expect(dialog.getByRole('button', { name: /^Enter these/ })).toBeDisabled();
  await dialog.getByLabel('Show only what is marked').check();
  await expect(wrong).toBeVisible();
  await expect(dialog.getByRole('row')).toHaveCount(3);
  await expectClean(page, 'marked lines of a class list');
  await dialog.getByLabel('Leave the 2 marked lines out').press(' ');
  await expect(wrong).toContainText('(left out)');
  await dialog.getByRole('button', { name: 'Enter these 20 people' }).press('Enter');
  await expect(page.getByText('The class list is entered: 20 new, 2 left out.')).toBeVisible();
  await expect(dialog).toBeHidden();
  await page.getByLabel('Search the people').fill('NE-17');
  await expect(page.getByRole('rowheader')).toHaveText(['Lind17, Kim']);
  await page.getByLabel('Search the people').fill('instructor');
  await expect(page.getByRole('rowheader')).not.toHaveText(['Lind17, Kim']);
  await expect(page.getByRole('row', { name: /student/ })).toHaveCount(0);
});
