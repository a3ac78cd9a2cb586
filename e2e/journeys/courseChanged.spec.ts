import { expectClean } from '../fixtures/axe.ts';
import { handInCurve } from '../fixtures/handIns.ts';
import { expect, openCourse, signIn, test } from '../fixtures/school.ts';

test('a course gets another title and time zone by keys; what is wrong is said at its field; what a colleague made of it stays', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await openCourse(page);
  const open = page.getByRole('button', { name: 'Change the course …' });
  await open.focus();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog');
  const title = dialog.getByLabel('Title');
  const zone = dialog.getByLabel('Time zone');
  await expect(title).toBeFocused();
  await zone.fill('Lima');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('alert')).toHaveText(
    'This time zone is not known. Write it as in Europe/Berlin.',
  );
  await expect(zone).toBeFocused();
  await zone.fill('America/Lima');
  await expect(dialog.getByText('Times stay the moments they are.')).toBeVisible();
  await expectClean(page, 'changing a course');
  // A colleague is quicker.
  const courseId = page.url().split('/').at(-1);
  const { timeZone, language } = await (await page.request.get(`/api/courses/${courseId}`)).json();
  const was = { title: await title.inputValue(), timeZone, language };
  await page.request.put(`/api/courses/${courseId}/facts`, {
    data: { ...was, title: 'Field Data 2', was },
    headers: { Origin: school.address },
  });
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('Somebody else changed this course meanwhile');
  await page.keyboard.press('Escape');
  await expect(open).toBeFocused();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1, name: 'Field Data 2' })).toBeVisible();
  await open.click();
  await title.fill('Field Data 3');
  await zone.fill('America/Lima');
  await page.keyboard.press('Enter');
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('heading', { level: 1, name: 'Field Data 3' })).toBeVisible();
  await expect(page.getByText('Times are those of America/Lima.')).toBeVisible();
  // The list of one's own courses has the new title too.
  await page.getByRole('link', { name: 'Assignments', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Course: Field Data 3' })).toBeVisible();
});

test('once something is handed in, the time zone of a course stays, and the form says why', async ({
  page,
  school,
}) => {
  await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  await openCourse(page);
  await page.getByRole('button', { name: 'Change the course …' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Time zone')).toHaveAttribute('readonly');
  await expect(dialog.getByText('It stays: something was handed in')).toBeVisible();
  await dialog.getByLabel('Language of names').selectOption('Swedish');
  await dialog.getByRole('button', { name: 'Change the course' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('button', { name: 'Remove the course …' })).toBeHidden();
});
