import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('a course is copied for another term, with what its times will be before it is made', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  const { courseId } = (await (await page.request.get('/api/assignments')).json())[0];
  await page.goto(`/courses/${courseId}`);
  await page.getByRole('button', { name: 'Copy for another term …' }).click();
  const dialog = page.getByRole('dialog');
  await expectClean(page, 'copying a course');
  const twice = dialog.getByText('You have a course of this name already.');
  await expect(twice).toBeVisible();
  await dialog.getByLabel('Title of the new course').fill('Field Data Skills, next year');
  await expect(twice).toHaveCount(0);
  // A year that is half typed is not sent, and is said in words.
  await dialog.getByLabel(/opens on/).fill('0002-11-07');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('Look at the year');
  await dialog.getByLabel(/opens on/).fill('2027-11-07');
  const rows = dialog.getByRole('row');
  const before = await rows.nth(1).textContent();
  await dialog.getByLabel(/opens on/).fill('2030-03-04');
  await expect(rows.nth(1)).not.toHaveText(before ?? '');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Field Data Skills, next year');
  await expect(page.getByText('draft', { exact: true }).first()).toBeVisible();
});

test('a hand-in goes out in every form, by keys too', async ({ page, school }) => {
  const id = await handInOne(page, school, school.student);
  await page.goto(`/hand-ins/${id}`);
  await expect(page.getByRole('heading', { name: 'Receipt' })).toBeVisible();
  const summary = page.getByText('Other forms');
  await summary.focus();
  await page.keyboard.press('Enter');
  await expectClean(page, 'other forms of a hand-in');
  for (const [label, ending] of [
    ['Sheet to print (PDF)', /\.pdf$/],
    ['Document (.docx)', /\.docx$/],
    ['Document (.odt)', /\.odt$/],
    ['Page with its pictures', /\.zip$/],
    ['Bag with checksums (BagIt)', /\.bag\.zip$/],
  ] as const) {
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: label }).click();
    expect((await download).suggestedFilename()).toMatch(ending);
    await summary.click();
  }
  // What is beside them stays where it is, and one press is enough.
  const zip = page.waitForEvent('download');
  await page.getByRole('link', { name: 'All files as a ZIP' }).click();
  expect((await zip).suggestedFilename()).toMatch(/\.zip$/);
  await expect(page.getByRole('link', { name: 'Document (.docx)' })).toBeHidden();
  await summary.click();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('link', { name: 'Document (.docx)' })).toBeHidden();
  await expect(summary).toBeFocused();
});
