import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expect, signIn, test } from '../fixtures/school.ts';
import { openReview, pictureSeen } from '../fixtures/seen.ts';

test('a student asks for a judgement again, and has the answer where it was asked', async ({
  page,
  school,
  browser,
}) => {
  const id = await handInOne(page, school, school.student);
  await openReview(page, school, id);
  await page.keyboard.press('3');
  await page.getByRole('button', { name: /^Release to/ }).click();
  await expect(page.getByText(/Changes show at once/)).toBeVisible();

  const theirs = await (await browser.newContext({ baseURL: school.address })).newPage();
  await signIn(theirs, school, school.student);
  await theirs.goto(`/hand-ins/${id}`);
  await theirs.getByText('Ask for it again, with a reason').click();
  await theirs.getByRole('button', { name: 'Ask again' }).click();
  await expect(theirs.getByRole('alert')).toHaveText('Write what should be looked at again.');
  await theirs.getByLabel(/What should be looked at again/).fill('It is at the lower left.');
  await expectClean(theirs, 'asking for a judgement again');
  await theirs.reload();
  await expect(theirs.getByLabel(/What should be looked at again/)).toHaveValue('It is at the lower left.');
  await theirs.getByRole('button', { name: 'Ask again' }).click();
  await expect(theirs.getByText('The answer will stand here.')).toBeVisible();

  await page.goto(`/assignments/${school.single.id}/hand-ins`);
  await expect(page.getByText('asks for it again')).toBeVisible();
  await page.goto(`/hand-ins/${id}/review`);
  await pictureSeen(page);
  // Letters and digits go into the answer, and are no verdicts.
  await page.getByLabel(/Your answer/).fill('');
  await page.getByLabel(/Your answer/).pressSequentially('1 a: you are right.');
  await page.reload();
  await pictureSeen(page);
  await expect(page.getByLabel(/Your answer/)).toHaveValue('1 a: you are right.');
  await page.getByRole('button', { name: 'Answer', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Asked for again' })).toContainText('1 a: you are right.');
  await expect(page.getByRole('button', { name: 'Not shown' })).toHaveAttribute('aria-pressed', 'true');
  await expectClean(page, 'an answer to what was asked again');

  await theirs.reload();
  await expect(theirs.getByText('1 a: you are right.')).toBeVisible();
});
