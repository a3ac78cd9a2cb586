import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { drag, openBench, tool } from '../fixtures/bench.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expect, PASSWORD, serverDraft, signIn, test } from '../fixtures/school.ts';
import { openReview } from '../fixtures/seen.ts';

const again = (page: Page) => page.getByRole('dialog', { name: 'Sign in again' });

/** By keys alone, from the button that says so. */
async function signInAgain(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Sign in again' }).press('Enter');
  await expect(again(page).getByLabel('Password')).toBeFocused();
  await page.keyboard.type(PASSWORD);
  await page.keyboard.press('Enter');
  await expect(again(page)).toHaveCount(0);
  await expect(page.getByText('Your session has ended. Your pictures')).toHaveCount(0);
}

test('a session that ends under a form in a dialog: one signs in again over it, and goes on where one was', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.closed.id}/hand-ins`);
  await page.getByRole('button', { name: `Other times for ${school.student.name}` }).click();
  const dialog = page.getByRole('dialog', { name: `Other times for ${school.student.name}` });
  await dialog.getByLabel('Due', { exact: true }).fill('2099-01-01T10:00');
  await dialog.getByLabel('Reason').fill('Was ill.');
  await page.context().clearCookies();
  await dialog.getByRole('button', { name: 'See what it changes' }).click();
  await expect(dialog.getByText('Your session has ended. Your pictures')).toBeVisible();
  await expectClean(page, 'a dialog whose session has ended');

  // What is wrong is said, and nothing is left.
  await dialog.getByRole('button', { name: 'Sign in again' }).click();
  await expect(again(page).getByLabel('Password')).toBeFocused();
  await page.keyboard.type('not it');
  await page.keyboard.press('Enter');
  await expect(again(page).getByRole('alert')).toBeVisible();
  await expect(again(page).getByLabel('Password')).toBeFocused();
  await expectClean(page, 'signing in again');
  await page.keyboard.press('Escape');
  await expect(again(page)).toHaveCount(0);
  await expect(dialog.getByLabel('Reason')).toHaveValue('Was ill.');

  await signInAgain(page);
  // The focus is in the dialog that one was in.
  expect(await dialog.evaluate((element) => element.contains(document.activeElement))).toBe(true);
  await expect(dialog.getByLabel('Due', { exact: true })).toHaveValue('2099-01-01T10:00');
  await dialog.getByRole('button', { name: 'See what it changes' }).click();
  await expect(dialog).toContainText('→ Thu 1 Jan 2099, 10:00');
  await dialog.getByRole('button', { name: 'Grant it' }).click();
  await expect(dialog).toHaveCount(0);
});

test('a session that ends at the bench is told there; Enter in the password ends no work, and the marks are sent', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await page.context().clearCookies();
  await tool(page, 'Arrow');
  await drag(page, [0.2, 0.2], [0.6, 0.6]);
  const bench = page.getByRole('dialog');
  await expect(bench.getByText('Your session has ended. Your pictures')).toBeVisible();
  await signInAgain(page);
  await expect(page.getByRole('toolbar', { name: 'Tools' })).toBeVisible();
  await expect.poll(async () => (await serverDraft(page, school.curve)).evidence[0]?.marks.length).toBe(1);
});

test('a session that ends while one judges: what others change is heard again after signing in', async ({
  page,
  school,
  browser,
}) => {
  const id = await handInOne(page, school, school.student);
  await openReview(page, school, id);
  await page.context().clearCookies();
  // The stream of events is cut off, asked for again, and refused for good; or something else that the page asks again
  // when the server is back is refused first, and it is not asked for any more.
  const refused = page.waitForResponse(
    (answer) => answer.url().includes('/live/') && answer.status() === 401,
  );
  await school.stop();
  await school.start();
  await Promise.race([refused, page.getByText('Your session has ended.').waitFor()]);
  await page.keyboard.press('1');
  await signInAgain(page);
  await expect(page.getByTestId('points')).toHaveText('1 of 1');
  const other = await (await browser.newContext({ baseURL: school.address })).newPage();
  await openReview(other, school, id, school.colleague);
  await other.keyboard.press('3');
  await expect(page.getByTestId('points')).toHaveText('0 of 1');
});
