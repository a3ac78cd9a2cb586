import { expectClean } from '../fixtures/axe.ts';
import { openBench } from '../fixtures/bench.ts';
import { expect, openSheet, serverDraft, test } from '../fixtures/school.ts';

test('a picture that is on the bench in another tab is seen there, taken over by keys, and nothing of either tab is lost', async ({
  page,
  school,
  context,
}) => {
  const letters = async () =>
    (await serverDraft(page, school.curve)).evidence[0]?.marks
      .map((mark: { letter: string }) => mark.letter)
      .sort();
  await openBench(page, school);
  await page.keyboard.press('a');
  await expect.poll(letters).toEqual(['a']);
  const other = await context.newPage();
  await openSheet(other, school.curve);
  const open = () => other.getByRole('button', { name: 'Bench', exact: true }).first().click();
  await open();
  const told = other.getByText('being worked on in another tab');
  await expect(told).toBeVisible();
  await expectClean(other, 'a picture that another tab has');
  await expect(other.getByRole('toolbar', { name: 'Tools' })).toHaveCount(0);
  // Left there, the first tab goes on undisturbed.
  await other.getByRole('button', { name: 'Leave it there' }).click();
  await expect(other.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
  await open();
  await expect(other.getByRole('button', { name: 'Work on it here' })).toBeFocused();
  await other.keyboard.press('Enter');
  await expect(other.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByText('worked on in another tab now')).toBeVisible();
  await other.keyboard.press('b');
  await expect.poll(letters).toEqual(['a', 'b']);
  // The first tab takes it back the same way; a tab that is closed lets go of it by itself.
  await page.getByRole('button', { name: 'Bench', exact: true }).first().click();
  await page.getByRole('button', { name: 'Work on it here' }).click();
  await expect(other.getByRole('dialog')).toHaveCount(0);
  await page.close();
  await open();
  await expect(other.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
});
