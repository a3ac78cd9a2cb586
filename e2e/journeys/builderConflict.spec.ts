import { expectClean } from '../fixtures/axe.ts';
import { expectBegun } from '../fixtures/dialogs.ts';
import { intercept } from '../fixtures/intercept.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('two instructors change one assignment: the second is asked, and nothing written is lost', async ({
  page,
  school,
  browser,
}) => {
  const path = `/assignments/${school.curve.id}/edit`;
  await signIn(page, school, school.instructor);
  const times = async () => {
    const answer = await page.request.get(`/api/assignments/${school.curve.id}/definition`);
    const { opensAt, dueAt, lateUntil } = (await answer.json()).definition;
    return [opensAt, dueAt, lateUntil];
  };
  const before = await times();
  await page.goto(path);
  const title = page.getByLabel('Title', { exact: true }).first();
  await expect(title).toHaveValue('Rating curve');
  const context = await browser.newContext({ baseURL: school.address });
  const other = await context.newPage();
  await signIn(other, school, school.instructor);
  await other.goto(path);
  await other.getByLabel('Title', { exact: true }).first().fill('Theirs');
  await other.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(other.getByText('Saved.')).toBeVisible();
  await title.fill('Mine');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: /Somebody else saved/ });
  await expectBegun(dialog);
  await dialog.getByRole('button', { name: 'Look at it first' }).click();
  await expect(title).toHaveValue('Mine');
  // Even a reload brings back what was written, and the question with it.
  await expect.poll(() => page.evaluate(() => Object.values({ ...localStorage }).join(''))).toContain('Mine');
  page.on('dialog', (one) => void one.accept());
  await page.reload();
  await expect(title).toHaveValue('Mine');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await dialog.getByRole('button', { name: 'Save mine' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  // The other one, in turn, takes what is there now.
  await other.getByLabel('Title', { exact: true }).first().fill('Once more');
  await other.getByRole('button', { name: 'Save', exact: true }).click();
  await other.getByRole('button', { name: 'Take theirs' }).click();
  const theirTitle = other.getByLabel('Title', { exact: true }).first();
  await expect(theirTitle).toHaveValue('Mine');
  // What was written is not gone, and is asked about as before.
  await other.getByRole('button', { name: 'Bring back what was not saved' }).click();
  await expect(theirTitle).toHaveValue('Once more');
  await other.getByRole('button', { name: 'Save', exact: true }).click();
  await other.getByRole('button', { name: 'Take theirs' }).click();
  await expect(theirTitle).toHaveValue('Mine');
  // Nobody touched the times: they have seconds still, which their fields do not show.
  expect(await times()).toEqual(before);
  await context.close();
});

test('a change that arrived though its answer was lost is not taken for somebody else’s', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/edit`);
  const title = page.getByLabel('Title', { exact: true }).first();
  const save = page.getByRole('button', { name: 'Save', exact: true });
  const address = `**/api/assignments/${school.curve.id}/definition`;
  for (const more of ['', ', written on']) {
    await title.fill(`Rating curve, once more${more}`);
    let isLost = false;
    await intercept(page, address, async (route) => {
      const { method, data } = { method: route.request().method(), data: route.request().postDataJSON() };
      if (isLost || method !== 'PUT' || data.dryRun) return route.fallback();
      isLost = true;
      await route.fetch();
      await route.abort();
    });
    await save.click();
    await expect(page.getByRole('alert').filter({ hasText: 'The server cannot be reached.' })).toBeVisible();
    if (more) await title.fill('Rating curve, and more');
    await save.click();
    await expect(page.getByText('Saved.')).toBeVisible();
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await expect(page.getByRole('alert')).toHaveCount(0);
    await page.unroute(address);
  }
  await page.reload();
  await expect(title).toHaveValue('Rating curve, and more');
});

test('a change of an assignment that runs says what it means before it is made', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.curve.id}`);
  await page.getByText('The next picture goes to').waitFor();
  await addByDrop(page, 300, 200);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/edit`);
  await page.getByRole('button', { name: 'Remove P1', exact: true }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Students have work in it already' });
  await expect(dialog).toContainText('One student has pictures there');
  await dialog.getByRole('button', { name: 'Change nothing' }).click();
  await expect(page.getByText('Not saved yet')).toBeVisible();
  const answer = await page.request.get(`/api/assignments/${school.curve.id}/definition`);
  expect((await answer.json()).definition.points).toHaveLength(2);
});

test('what was written is tried as a student before anybody sees it', async ({ page, school }) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/edit`);
  await page.getByRole('button', { name: 'Try it as a student' }).press('Enter');
  await expect(page.getByText('You try this as a student')).toBeVisible();
  await expect(page.getByText('The next picture goes to')).toBeVisible();
  await expectClean(page, 'a trial');
  await page.getByRole('link', { name: 'Back to writing it' }).click();
  await page.getByRole('button', { name: 'Try it as a student' }).click();
  await page.getByRole('button', { name: 'End the trial' }).press('Enter');
  await expect(page.getByRole('button', { name: 'Try it as a student' })).toBeVisible();
});

test('what was tried in the builder is taken back to what is saved, by keys, and can be brought back', async ({
  page,
  school,
}) => {
  await page.clock.install();
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/edit`);
  const title = page.getByLabel('Title', { exact: true }).first();
  const back = page.getByRole('button', { name: 'Take back what is not saved' });
  await expect(title).toHaveValue('Rating curve');
  await expect(back).toHaveCount(0);
  await title.fill('Tried');
  await page.getByRole('button', { name: 'Add a criterion' }).click();
  await back.press('Enter');
  await expect(title).toHaveValue('Rating curve');
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused();
  await expect(back).toHaveCount(0);
  const again = page.getByRole('button', { name: 'Bring back what was not saved' });
  await again.press('Enter');
  await expect(title).toHaveValue('Tried');
  // It is kept again, and what comes back after a reload can be taken back as well.
  await page.reload();
  await expect(title).toHaveValue('Tried');
  await expect(page.getByLabel('What is judged')).toHaveCount(1);
  await back.click();
  await expect(title).toHaveValue('Rating curve');
  await expectClean(page, 'a change that was taken back');
  await page.reload();
  await expect(title).toHaveValue('Rating curve');
  // What is saved right after it was typed is not called unsaved at the next visit.
  await title.fill('Saved at once');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.clock.runFor(1000);
  await page.reload();
  await expect(title).toHaveValue('Saved at once');
  await expect(page.getByText(/not saved is back/)).toHaveCount(0);
});
