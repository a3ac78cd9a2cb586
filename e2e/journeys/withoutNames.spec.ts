import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expect, signIn, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

test('an assignment is judged without names: list, grid and page say none, and the student has theirs', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/edit`);
  await page.getByLabel(/^Judged without names/).check();
  await page.getByRole('button', { name: 'Save', exact: true }).press('Enter');
  await expect(page.getByText('Saved.')).toBeVisible();
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
