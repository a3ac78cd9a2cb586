import { expectClean } from '../fixtures/axe.ts';
import { handInCurve } from '../fixtures/handIns.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';
import { openReview, pictureSeen } from '../fixtures/seen.ts';

const TITLE = 'How the fit is judged';

test('a criterion is written by keys, read before the work, judged on its level, and returned in its words', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/edit`);
  await page.getByRole('button', { name: 'Add a criterion' }).press('Enter');
  await expect(page.getByLabel('Criterion 1, what is judged')).toBeFocused();
  await page.keyboard.type(TITLE);
  await page.getByRole('button', { name: 'Save', exact: true }).press('Enter');
  // A level without words is no level.
  await expect(page.getByText('Write what this level takes, or remove it.').first()).toBeVisible();
  for (const [level, text] of ['says where and why', 'says where', 'says nothing'].entries())
    await page.getByLabel(`Criterion 1, level ${level + 1}, what it takes`).fill(text);
  await page.getByLabel('Criterion 1, level 2, points').fill('0,75');
  await expectClean(page, 'the builder with a criterion');
  await page.getByRole('button', { name: 'Save', exact: true }).press('Enter');
  const confirm = page.getByRole('dialog').getByRole('button', { name: /^Change/ });
  await confirm.or(page.getByText('Saved.')).waitFor();
  if (await confirm.isVisible()) await confirm.click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await expect(page.getByText('and 1 criterion')).toBeVisible();

  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await page.getByText(`Also judged on levels: ${TITLE}`).click();
  await expect(page.getByText('says where and why')).toBeVisible();
  await expectClean(page, 'the proof sheet with a criterion');
  const handInId = await handInCurve(page, school);

  await openReview(page, school, handInId);
  await expect(page.getByTestId('points')).toHaveText(/^– of/);
  const criterion = page.getByRole('group', { name: TITLE });
  const level = (name: string) => criterion.getByRole('button', { name });
  await level('says where 0.75').press('Enter');
  await expect(level('says where 0.75')).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByTestId('points')).toHaveText(/^0\.75 of/);
  await expect(criterion).toContainText('Ruth Mandelbrod');
  await level('says where and why').click();
  await expect(level('says where 0.75')).toHaveAttribute('aria-pressed', 'false');
  await expect(page.getByTestId('points')).toHaveText(/^2 of/);
  // Pressed again it is taken back, and a reload shows what the server has.
  await level('says where and why').click();
  await expect(page.getByTestId('points')).toHaveText(/^– of/);
  await level('says where 0.75').click();
  await expect(criterion).toContainText('Ruth Mandelbrod');
  await page.reload();
  await pictureSeen(page);
  await expect(level('says where 0.75')).toHaveAttribute('aria-pressed', 'true');
  await expectClean(page, 'the review with a criterion');
  const review = await (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
  expect(review.judgement.grade).toMatchObject({ fromVerdicts: 75 });
  await page.keyboard.press('Shift+1');
  await page.keyboard.press('ArrowRight');
  await pictureSeen(page);
  await page.keyboard.press('Shift+1');
  await page.getByRole('button', { name: /^Release to/ }).click();
  await expect(page.getByText(/^Released\. /)).toBeVisible();

  await signIn(page, school, school.student);
  await page.goto(`/hand-ins/${handInId}`);
  const points = page.getByRole('region', { name: 'Points' });
  await expect(points).toContainText('says where');
  await expect(points).toContainText('0.75 of 2');
  await expectClean(page, 'feedback with a criterion');
});
