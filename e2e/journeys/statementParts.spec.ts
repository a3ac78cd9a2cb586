import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, serverDraft, signIn, test } from '../fixtures/school.ts';

test('a statement is asked by questions and by a scale, kept as it is typed, and read in its parts', async ({
  page,
  school,
}) => {
  const edit = async () => {
    await signIn(page, school, school.instructor);
    await page.goto(`/assignments/${school.single.id}/edit`);
  };
  const save = async () => {
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Saved.')).toBeVisible();
  };
  await edit();
  await page.getByRole('checkbox', { name: 'An own statement is asked for' }).check();
  await page.getByLabel('It is written').selectOption('questions');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Give 1 to 20 questions')).toBeVisible();
  await page.getByLabel('Questions, one in a line').fill('What did you see?\nWhy is that so?');
  await expectClean(page, 'a statement by questions in the builder');
  await save();

  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 320, 200, 'Enter');
  await page.goto(`/assignments/${school.single.id}/hand-in#statement`);
  await expect(page.getByRole('textbox', { name: 'What did you see?' })).toBeFocused();
  await page.keyboard.type('A curve,\nthat rises.');
  await expect(page.getByText('Of your own statement, not answered: Why is that so?')).toBeVisible();
  await expectClean(page, 'a statement in parts');
  await page.getByRole('textbox', { name: 'Why is that so?' }).fill('Water.');
  await expect
    .poll(async () => (await serverDraft(page, school.single)).statement)
    .toBe('### What did you see?\nA curve,\nthat rises.\n\n### Why is that so?\nWater.');
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'What did you see?' })).toHaveValue('A curve,\nthat rises.');

  // Asked otherwise from now on: nothing that was written is lost.
  await edit();
  await page.getByLabel('It is written').selectOption('scale');
  await page.getByLabel('The first means').fill('not at all');
  await page.getByLabel('The last means').fill('fully');
  await save();
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.single.id}/hand-in`);
  await expect(page.getByRole('textbox', { name: /^Reason/ })).toHaveValue(/A curve,[\s\S]*Water\./);
  await page.getByRole('radio', { name: '4' }).check();
  await expect
    .poll(async () => (await serverDraft(page, school.single)).statement)
    .toContain('4 of 5 (1: not at all; 5: fully)');
  const id = await handInOne(page, school, school.student);
  await page.goto(`/hand-ins/${id}`);
  await expect(
    page.getByRole('region', { name: 'Your own statement' }).or(page.locator('aside')),
  ).toContainText('4 of 5 (1: not at all; 5: fully)');
});
