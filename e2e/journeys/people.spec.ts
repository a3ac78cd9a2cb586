import { expectClean } from '../fixtures/axe.ts';
import { handInCurve } from '../fixtures/handIns.ts';
import { expect, openCourse, signIn, test } from '../fixtures/school.ts';

test('one person is added, gets a link, and is taken out only after a question; an own password is changed', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await openCourse(page);
  await page.getByText('Add one person').click();
  await page.getByLabel('Surname').fill('Nováková');
  await page.getByLabel('E-mail').fill('no mail');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByText('This is no e-mail address.')).toBeVisible();
  await page.getByLabel('E-mail').fill('jana@school.example');
  await page.keyboard.press('Enter');
  const row = page.getByRole('row', { name: /Nováková/ });
  await expect(row).toContainText('not yet');
  await expect(page.getByLabel('Given name')).toBeFocused();
  // Who is there already is not changed by adding, and says so; changing has a form of its own.
  await page.getByLabel('Surname').fill('Somebody');
  await page.getByLabel('E-mail').fill('jana@school.example');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('Somebody with this e-mail is in the course already.');
  await page.getByLabel('E-mail').fill('');
  await row.getByRole('button', { name: 'Change' }).click();
  const change = page.getByRole('dialog', { name: /^Change Nováková/ });
  await change.getByLabel('Given name').fill('Jana');
  await change.getByLabel('station').fill('NE-7');
  await expectClean(page, 'changing a person');
  await page.keyboard.press('Enter');
  await expect(change).toHaveCount(0);
  await expect(row).toContainText('Nováková, Jana');
  await expect(row).toContainText('NE-7');
  // The list's own name for sorting is given, and taken away again.
  for (const [sorted, listed] of [
    ['Aaron, Jana', 'Aaron, Jana'],
    ['', 'Nováková, Jana'],
  ] as const) {
    await page.getByRole('button', { name: /^Change (Nováková|Aaron)/ }).click();
    const one = page.getByRole('dialog', { name: /^Change/ });
    await one.getByLabel('Sorted as').fill(sorted);
    await page.keyboard.press('Enter');
    await expect(one).toHaveCount(0);
    await expect(page.getByRole('rowheader', { name: listed })).toBeVisible();
  }
  // What a colleague changes while one writes stays, where one did not touch it.
  await row.getByRole('button', { name: 'Change' }).click();
  await change.getByLabel('Given name').fill('Jana Maria');
  const courseId = page.url().split('/').at(-1);
  const line = { givenName: 'Jana', surname: 'Nováková', email: 'jana@school.example', role: 'marker' };
  const theirs = await page.request.post(`/api/courses/${courseId}/people`, {
    data: { people: [line], dryRun: false },
    headers: { Origin: school.address },
  });
  expect((await theirs.json()).entered).toBe(true);
  await page.keyboard.press('Enter');
  await expect(row).toContainText('Nováková, Jana Maria');
  await expect(row).toContainText('marker');
  await row.getByRole('button', { name: /^Sign-in link/ }).click();
  await page.getByRole('button', { name: 'Make the link' }).click();
  await expect(page.getByRole('dialog')).toContainText('/welcome/');
  await page.keyboard.press('Escape');
  await row.getByRole('button', { name: /^Remove/ }).click();
  await page.keyboard.press('Escape');
  await expect(row).toBeVisible();
  await row.getByRole('button', { name: /^Remove/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove' }).click();
  await expect(row).toBeHidden();

  await page.goto('/settings');
  const fill = async (before: string, password: string, again = password) => {
    await page.getByLabel('Password until now').fill(before);
    await page.getByLabel('New password', { exact: true }).fill(password);
    await page.getByLabel('New password, once more').fill(again);
    await page.keyboard.press('Enter');
  };
  await fill('river-survey', 'a long password', 'another one');
  await expect(page.getByRole('alert')).toContainText('not the same');
  await fill('wrong', 'a long password');
  await expect(page.getByRole('alert')).toContainText('do not fit');
  await fill('river-survey', 'short');
  await expect(page.getByRole('alert')).toContainText('at least 8');
  await fill('river-survey', 'a long password');
  await expect(page.getByText('The password is changed.')).toBeVisible();
  const answer = await page.request.get('/api/session');
  expect(answer.ok()).toBe(true);
});

test('somebody whom a colleague removes while one writes is not brought back by it', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await openCourse(page);
  await page.getByRole('button', { name: /^Change Ödegård/ }).click();
  const change = page.getByRole('dialog', { name: /^Change Ödegård/ });
  await change.getByLabel('Given name').fill('Elin Maria');
  const address = `/api/courses/${page.url().split('/').at(-1)}`;
  const { people } = await (await page.request.get(address)).json();
  const { id } = people.find(({ email }: { email: string }) => email === school.student.email);
  const headers = { Origin: school.address };
  expect((await page.request.delete(`${address}/people/${id}`, { headers })).ok()).toBe(true);
  await page.keyboard.press('Enter');
  await expect(change.getByRole('alert')).toHaveText(
    'They are not in the course any more. Nothing was changed.',
  );
  const after = await (await page.request.get(address)).json();
  expect(after.people.map((one: { id: string }) => one.id)).not.toContain(id);
});

test('who is taken out of a course keeps the way to their receipt and to what comes back', async ({
  page,
  school,
}) => {
  await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  await openCourse(page);
  await page
    .getByRole('button', { name: new RegExp(`^Remove .*${school.student.name.split(' ').at(-1)}`) })
    .click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByRole('row', { name: school.student.email })).toHaveCount(0);
  await signIn(page, school, school.student);
  await page.goto('/');
  await expect(page.getByText('You are in no course.')).toBeVisible();
  const former = page.getByRole('region', { name: 'Handed in, in courses you are not in any more' });
  await expect(former.getByRole('listitem')).toHaveText(/H-\d+, .*handed in/);
  await expectClean(page, 'hand-ins in courses that were left');
  await former.getByRole('link').click();
  await expect(page.getByRole('heading', { name: 'Receipt' })).toBeVisible();
});
