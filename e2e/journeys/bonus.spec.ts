import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';
import { openReview, pictureSeen } from '../fixtures/seen.ts';

test('a bonus and how points are rounded are stated, read by students before the work, and hold on the page and in the ledger', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/edit`);
  const bonus = page.getByLabel('Bonus');
  const save = page.getByRole('button', { name: 'Save', exact: true });
  await bonus.fill('some');
  await save.press('Enter');
  await expect(bonus).toBeFocused();
  await expect(page.getByRole('alert').filter({ hasText: 'at most two decimals' })).toBeVisible();
  await bonus.fill('0,5');
  await expect(page.getByText(', and 0.5 points of bonus')).toBeVisible();
  await page.getByLabel('All points together are').selectOption('rounded to half points');
  await save.press('Enter');
  await expect(page.getByText('Saved.')).toBeVisible();

  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await expect(
    page.getByText(
      'Up to 0.5 points more can be given as a bonus. All points together are rounded to half points.',
    ),
  ).toBeVisible();
  const handInId = await handInOne(page, school, school.student);

  await openReview(page, school, handInId);
  await pictureSeen(page);
  await page.keyboard.press('1');
  await expect(page.getByTestId('points')).toHaveText('1 of 1');
  await page.getByRole('button', { name: 'Adjust …' }).click();
  await page.keyboard.type('0.75');
  await page.getByLabel('Reason').fill('A second station.');
  await page.getByLabel('Reason').press('Enter');
  await expect(page.getByRole('alert')).toHaveText('That makes 1.75 of 1.5. At most 0.5 can be added.');
  await page.getByLabel('Add points').fill('0.25');
  await page.getByLabel('Reason').press('Enter');
  await expect(page.getByTestId('points')).toHaveText('1.5 of 1');
  await expect(page.getByTestId('how-it-came')).toHaveText(
    '1 from the verdicts, +0.25 by hand: A second station., rounded to 1.5',
  );
  await expectClean(page, 'points with a bonus');
  const review = async () => (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
  await expect.poll(async () => (await review()).judgement.grade.total).toBe(150);

  await page.goto(`/courses/${(await review()).assignment.courseId}/ledger`);
  await page.getByRole('button', { name: new RegExp(`^${school.student.name}, One picture`) }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Points of 1').fill('1.6');
  await dialog.getByLabel('Reason').press('Enter');
  await expect(dialog.getByRole('alert')).toHaveText('It has 1.5 points at most, with the bonus.');
  await dialog.getByLabel('Points of 1').fill('0.6');
  await dialog.getByLabel('Reason').press('Enter');
  await expect(dialog.getByRole('alert')).toHaveText('Points are rounded here: that would be 0.5.');
  await dialog.getByLabel('Points of 1').fill('0.5');
  await dialog.getByLabel('Reason').press('Enter');
  await expect(page.getByText(`${school.student.name} has 0.5 points now.`)).toBeVisible();
});
