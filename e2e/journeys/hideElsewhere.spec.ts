import { expectClean } from '../fixtures/axe.ts';
import { drag, openBench, tool } from '../fixtures/bench.ts';
import { expectBegun } from '../fixtures/dialogs.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, serverDraft, signIn, test } from '../fixtures/school.ts';

test('an area is hidden in other pictures too, each shown first; one of another size is not proposed', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.keyboard.press('Enter');
  await addByDrop(page, 600, 400, 'Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Bench', exact: true }).first().click();
  await tool(page, 'Solid');
  await drag(page, [0.1, 0.1], [0.4, 0.3]);
  await page.getByRole('button', { name: 'Hide this place in other pictures too' }).click();
  const dialog = page.getByRole('dialog', { name: 'Hide the same place in other pictures' });
  await expectBegun(dialog);
  await expect(dialog.getByRole('checkbox')).toBeChecked();
  await expectClean(page, 'hiding in other pictures');
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  // Only what was asked was closed, and nothing was hidden elsewhere.
  await expect(page.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
  const boxes = async () =>
    (await serverDraft(page, school.curve)).evidence.map(
      (one: { marks: Array<{ kind: string; box?: object }> }) =>
        one.marks.filter((mark) => mark.kind === 'redaction').map((mark) => mark.box),
    );
  await expect.poll(async () => (await boxes())[0]).toHaveLength(1);
  expect((await boxes())[1]).toEqual([]);
  await page.getByRole('button', { name: 'Hide this place in other pictures too' }).click();
  await dialog.getByRole('button', { name: /^Hide it in/ }).press('Enter');
  await expect(dialog).toBeHidden();
  await expect(page.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
  await expect
    .poll(async () => {
      const [first, second] = await boxes();
      return second?.length === 1 && JSON.stringify(first) === JSON.stringify(second);
    })
    .toBe(true);
  // It is taken back where it was done, as any other change.
  await page.getByRole('button', { name: 'Done' }).click();
  await page.getByRole('button', { name: 'Bench', exact: true }).nth(1).click();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect.poll(async () => (await boxes())[1]).toEqual([]);
  await page.getByRole('button', { name: 'Redo', exact: true }).click();
  await expect.poll(async () => (await boxes())[1]).toHaveLength(1);
});

test('where the place lies in no other picture that is said', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await addByDrop(page, 600, 400, 'Enter');
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.keyboard.press('Enter');
  await addByDrop(page, 100, 80, 'Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Bench', exact: true }).first().click();
  await tool(page, 'Blur');
  await drag(page, [0.6, 0.6], [0.9, 0.9]);
  await page.getByRole('button', { name: 'Hide this place in other pictures too' }).click();
  await expect(page.getByText('The place lies in no other picture of this sheet.')).toBeVisible();
});
