import type { Page } from '@playwright/test';
import { handInCurve } from '../fixtures/handIns.ts';
import { expect, signIn, test } from '../fixtures/school.ts';
import { openReview } from '../fixtures/seen.ts';

test('list, grid and ledger show what others do while one looks at them, without a reload', async ({
  page,
  school,
  browser,
}) => {
  const handInId = await handInCurve(page, school);
  const context = await browser.newContext({ baseURL: school.address });
  const [list, grid, ledger] = [
    await context.newPage(),
    await context.newPage(),
    await context.newPage(),
  ] as const;
  await signIn(list, school, school.instructor);
  await list.goto(`/assignments/${school.curve.id}/hand-ins`);
  await expect(list.getByText(/^1 of \d+ handed in, 1 waiting/)).toBeVisible();
  await grid.goto(`/assignments/${school.curve.id}/grid`);
  await expect(grid.getByRole('row')).toHaveCount(2);
  const { courseId } = (await (await context.request.get(`/api/assignments/${school.curve.id}`)).json())
    .assignment;
  await ledger.goto(`/courses/${courseId}/ledger`);
  await expect(ledger.getByRole('row', { name: /Ödegård, Elin/ })).toContainText('waiting');

  // A second student hands in.
  await handInCurve(page, school, undefined, school.classmate);
  await expect(list.getByText(/^2 of \d+ handed in, 2 waiting/)).toBeVisible();
  await expect(grid.getByRole('row')).toHaveCount(3);

  // A colleague gives all verdicts.
  await signIn(page, school, school.colleague);
  const ids = school.curve.points.flatMap((point) => point.mustShows.map((mustShow) => mustShow.id));
  const answer = await page.request.put(`/api/hand-ins/${handInId}/verdicts`, {
    headers: { origin: school.address },
    data: {
      id: crypto.randomUUID(),
      verdicts: Object.fromEntries(ids.map((id) => [id, { verdict: 'shown', on: 0 }])),
    },
  });
  expect(answer.status()).toBe(200);
  await expect(ledger.getByRole('row', { name: /Ödegård, Elin/ })).toContainText('not released');
  await expect(list.getByText(/^2 of \d+ handed in, 1 waiting/)).toBeVisible();
});

test('two devices of one person, both in front, show each what was done at the other', async ({
  page,
  school,
  browser,
}) => {
  const handInId = await handInCurve(page, school);
  await openReview(page, school, handInId);
  const context = await browser.newContext({ baseURL: school.address, serviceWorkers: 'block' });
  const tablet = await context.newPage();
  await openReview(tablet, school, handInId);
  expect(await tablet.evaluate(() => document.hasFocus())).toBe(true);
  expect(await page.evaluate(() => document.hasFocus())).toBe(true);
  const shown = (where: Page) =>
    where
      .getByRole('group', { name: /Verdict on a/ })
      .first()
      .getByRole('button', { name: 'shown', exact: true });
  await page.keyboard.press('1');
  await expect(shown(page)).toHaveAttribute('aria-pressed', 'true');
  await expect(shown(tablet)).toHaveAttribute('aria-pressed', 'true');
  await context.close();
});
