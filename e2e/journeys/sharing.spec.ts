import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('hand-ins are dealt out, changed by hand and saved; each judges those that are theirs', async ({
  page,
  school,
}) => {
  await handInOne(page, school, school.student);
  await handInOne(page, school, school.classmate);
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/hand-ins`);
  await expect(page.getByLabel('Only those that are mine')).toHaveCount(0);
  await page.getByRole('button', { name: 'Share out …' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Who judges whom' });
  const selects = dialog.getByRole('combobox', { name: /^Who judges / });
  await expect(selects).toHaveCount(3);
  await dialog.getByRole('button', { name: 'Deal out' }).click();
  await expect(selects.nth(0)).not.toHaveValue('');
  expect(await selects.nth(0).inputValue()).not.toBe(await selects.nth(1).inputValue());
  await expectClean(page, 'sharing out');
  for (const who of [school.student, school.classmate]) {
    const surname = who.name.split(' ').at(-1) ?? '';
    await dialog
      .getByRole('combobox', { name: new RegExp(`^Who judges .*${surname}`) })
      .selectOption(who === school.student ? school.instructor.name : school.colleague.name);
  }
  await dialog.getByRole('button', { name: 'Save' }).press('Enter');
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('button', { name: 'Share out …' })).toBeFocused();
  await expect(page.getByText(`judged by ${school.colleague.name}`)).toBeVisible();
  await page.getByLabel('Only those that are mine').check();
  await expect(page.getByText(`judged by ${school.colleague.name}`)).toBeHidden();
  await expect(page.getByText(`judged by ${school.instructor.name}`)).toBeVisible();
  await page.goto(`/assignments/${school.single.id}/grid`);
  await expect(page.getByRole('rowheader')).toHaveCount(2);
  await page.getByLabel('Which').selectOption('mine');
  await expect(page.getByRole('rowheader')).toHaveCount(1);
});
