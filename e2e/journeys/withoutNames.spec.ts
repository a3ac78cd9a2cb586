import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expect, type School, signIn, test } from '../fixtures/school.ts';
import { openReview, pictureSeen } from '../fixtures/seen.ts';

/** The assignment with one proof point is judged without names from now on. */
async function keepNamesBack(page: Page, school: School): Promise<void> {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/edit`);
  await page.getByLabel(/^Judged without names/).check();
  await page.getByRole('button', { name: 'Save', exact: true }).press('Enter');
  await expect(page.getByText('Saved.')).toBeVisible();
}

test('a remark that is given to others while names are kept back says no made-up name to anybody', async ({
  page,
  school,
}) => {
  await keepNamesBack(page, school);
  const other = await handInOne(page, school, school.classmate);
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  await page.keyboard.press('r');
  await page.getByRole('textbox', { name: /Remark at/ }).fill('Label the axis, {student}.');
  await page.getByRole('button', { name: /^Save/ }).click();
  await page.getByRole('button', { name: 'Give this remark to others too' }).click();
  const dialog = page.getByRole('dialog', { name: 'Give this remark to others' });
  await expect(dialog.getByLabel('{student} is left out while names are kept back')).toBeVisible();
  await dialog.getByRole('checkbox').check();
  await dialog.getByRole('button', { name: 'Give it to 1' }).click();
  await expect(dialog).toHaveCount(0);
  const review = await (await page.request.get(`/api/hand-ins/${other}/review`)).json();
  expect(review.judgement.remarks).toMatchObject([{ text: 'Label the axis, .' }]);
});

test('an assignment is judged without names: list, grid and page say none, and the student has theirs', async ({
  page,
  school,
}) => {
  await keepNamesBack(page, school);
  const handInId = await handInOne(page, school, school.student);
  await signIn(page, school, school.instructor);
  const [given = '', surname = ''] = school.student.name.split(' ');
  const saysNobody = async () => {
    await expect(page.getByText(/Student [0-9A-F]{6}/).first()).toBeVisible();
    const text = await page.locator('main').innerHTML();
    for (const word of [given, surname, 'H-0000']) expect(text).not.toContain(word);
  };
  await page.goto(`/assignments/${school.single.id}/hand-ins`);
  await expect(page.getByText('Judged without names, until')).toBeVisible();
  await saysNobody();
  await expectClean(page, 'a list without names');
  await page.goto(`/assignments/${school.single.id}/grid`);
  await saysNobody();
  await page.goto(`/hand-ins/${handInId}/review`);
  await pictureSeen(page);
  await saysNobody();
  await page.keyboard.press('1');
  await expect(page.getByRole('button', { name: /^Release to Student/ })).toBeEnabled();
  await page.getByRole('button', { name: /^Release to Student/ }).click();
  await expect(page.getByText(/^Released\. Student/)).toBeVisible();
  await signIn(page, school, school.student);
  await page.goto(`/hand-ins/${handInId}`);
  await expect(page.getByText(school.student.name).first()).toBeVisible();
});
