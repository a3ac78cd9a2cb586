import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';

test('a team hands in together: said on the sheet and before handing in, and the mate has it too', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  const path = `/api/assignments/${school.single.id}/definition`;
  const { courseId } = await (await page.request.get(path)).json();
  const people = [school.student, school.classmate].map(({ email, name }) => {
    const [givenName = '', ...surname] = name.split(' ');
    return { givenName, surname: surname.join(' '), email, role: 'student', fields: { team: 'North' } };
  });
  const entered = await page.request.post(`/api/courses/${courseId}/people`, {
    data: { people, dryRun: false },
    headers: { Origin: school.address },
  });
  expect(entered.ok()).toBe(true);
  await page.goto(`/assignments/${school.single.id}/edit`);
  await page.getByRole('combobox', { name: /^Handed in/ }).selectOption('together, by team');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.reload();
  await expect(page.getByRole('combobox', { name: /^Handed in/ })).toHaveValue('team');

  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await expect(page.getByTestId('group')).toContainText(`by North: you, ${school.classmate.name}.`);
  await expectClean(page, 'the sheet of a team');
  await handInOne(page, school, school.student);
  await signIn(page, school, school.classmate);
  await page.goto(`/assignments/${school.single.id}`);
  await expect(page.getByTestId('handed-in')).toContainText(`by ${school.student.name}, for all of you`);
  await page.getByRole('link', { name: /^H-/ }).click();
  await expect(
    page
      .getByText(`${school.student.name} and ${school.classmate.name}`)
      .or(page.getByText(`${school.classmate.name} and ${school.student.name}`))
      .first(),
  ).toBeVisible();
});
