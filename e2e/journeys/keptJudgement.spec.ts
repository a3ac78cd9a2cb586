import type { Page } from '@playwright/test';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, signIn, test } from '../fixtures/school.ts';

/** A hand-in of one picture, made by its student; answers with its id. */
async function handInOne(page: Page, school: School): Promise<string> {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 320, 200, 'Escape');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const sheet = await (await page.request.get(`/api/assignments/${school.single.id}`)).json();
  const answer = await page.request.post(`/api/assignments/${school.single.id}/hand-ins`, {
    data: { id: crypto.randomUUID(), draftVersion: sheet.draft.version },
    headers: { Origin: school.address },
  });
  return (await answer.json()).handInId;
}

test('a verdict given without the server is shown as not sent, outlives a reload, and is entered when it is back', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school);
  await signIn(page, school, school.instructor);
  await page.goto(`/hand-ins/${handInId}/review`);
  await page.getByRole('radio', { name: /^Shown/ }).waitFor();
  await page.waitForLoadState('networkidle');
  await page.route('**/api/**', (route) => route.abort());
  await page.keyboard.press('2');
  await expect(page.getByText('kept in this browser, not sent yet')).toBeVisible();
  await expect(page.getByText('No connection to the server.')).toBeVisible();
  const verdicts = async () => {
    const review = await (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
    return Object.values(review.judgement.verdicts as Record<string, { verdict: string }>).map(
      (v) => v.verdict,
    );
  };
  expect(await verdicts()).toEqual([]);
  await page.unroute('**/api/**');
  // Whatever the page held is gone; only what lies on disk is left.
  await page.route('**/verdicts', (route) => route.abort());
  await page.reload();
  await expect(page.getByText('kept in this browser, not sent yet')).toBeVisible();
  await expect(page.getByRole('radio', { name: /^Partly/ })).toBeChecked();
  await page.unroute('**/verdicts');
  await expect(page.getByText('kept in this browser, not sent yet')).toHaveCount(0, { timeout: 20_000 });
  expect(await verdicts()).toEqual(['partly']);
});

test('a verdict given after the session has ended waits for signing in again', async ({ page, school }) => {
  const handInId = await handInOne(page, school);
  await signIn(page, school, school.instructor);
  await page.goto(`/hand-ins/${handInId}/review`);
  await page.getByRole('radio', { name: /^Shown/ }).waitFor();
  await page.context().clearCookies();
  await page.keyboard.press('1');
  await expect(page.getByText('kept in this browser, not sent yet')).toBeVisible();
  await expect(page.getByText('Your session has ended. What you made here is kept.')).toBeVisible();
  await signIn(page, school, school.instructor);
  await page.reload();
  await expect(page.getByText('kept in this browser, not sent yet')).toHaveCount(0);
  await expect(page.getByRole('radio', { name: /^Shown/ })).toBeChecked();
});
