import { handInOne } from '../fixtures/handIns.ts';
import { intercept } from '../fixtures/intercept.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, serverDraft, signIn, test } from '../fixtures/school.ts';
import { openReview, pictureSeen } from '../fixtures/seen.ts';

test('a verdict given without the server is shown as not sent, outlives a reload, and is entered when it is back', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await signIn(page, school, school.instructor);
  await page.goto(`/hand-ins/${handInId}/review`);
  await page.getByRole('button', { name: /^shown/ }).waitFor();
  await page.waitForLoadState('networkidle');
  await pictureSeen(page);
  await intercept(page, '**/api/**', (route) => route.abort());
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
  await intercept(page, '**/verdicts', (route) => route.abort());
  await page.reload();
  await expect(page.getByText('kept in this browser, not sent yet')).toBeVisible();
  await expect(page.getByRole('button', { name: /^partly/ })).toHaveAttribute('aria-pressed', 'true');
  await page.unroute('**/verdicts');
  await expect(page.getByText('kept in this browser, not sent yet')).toHaveCount(0);
  expect(await verdicts()).toEqual(['partly']);
});

test('a verdict given after the session has ended waits for signing in again', async ({ page, school }) => {
  const handInId = await handInOne(page, school, school.student);
  await signIn(page, school, school.instructor);
  await page.goto(`/hand-ins/${handInId}/review`);
  await page.getByRole('button', { name: /^shown/ }).waitFor();
  await pictureSeen(page);
  await page.context().clearCookies();
  await page.keyboard.press('1');
  await expect(page.getByText('kept in this browser, not sent yet')).toBeVisible();
  await expect(
    page.getByText('Your session has ended. Your pictures, marks, statements and verdicts are kept.'),
  ).toBeVisible();
  await signIn(page, school, school.instructor);
  await page.reload();
  await expect(page.getByText('kept in this browser, not sent yet')).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^shown/ })).toHaveAttribute('aria-pressed', 'true');
});

test('what is given in the moment before the page goes is there in the next one, on a slow computer too', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await signIn(page, school, school.instructor);
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  await page.goto(`/hand-ins/${handInId}/review`);
  for (const word of ['partly', 'not shown', 'shown']) {
    await pictureSeen(page);
    await page.keyboard.press({ partly: '2', 'not shown': '3', shown: '1' }[word] as string);
    await page.reload();
    await expect(page.getByRole('button', { name: new RegExp(`^${word}`) })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
  }
});

test('a browser that keeps nothing says so of a picture, a statement and a verdict, and they are sent from the page', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('Storage is turned off.', 'InvalidStateError');
    };
  });
  const notSent = page.getByText('in this page only, not sent yet');
  await signIn(page, school, school.classmate);
  await openSheet(page, school.single);
  await intercept(page, '**/api/captures/**', (route) => route.abort());
  await addByDrop(page, 300, 200);
  await expect(notSent).toBeVisible();
  await page.unroute('**/api/captures/**');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  await intercept(page, '**/statement', (route) => route.abort());
  await page.goto(`/assignments/${school.curve.id}/hand-in`);
  await page.getByLabel('Your own statement').fill('Half a thought');
  await expect(page.getByText('in this page only', { exact: true })).toBeVisible();
  await page.unroute('**/statement');
  await expect.poll(async () => (await serverDraft(page, school.curve)).statement).toBe('Half a thought');

  await openReview(page, school, handInId);
  await intercept(page, '**/verdicts', (route) => route.abort());
  await page.keyboard.press('2');
  await expect(notSent).toBeVisible();
  await page.unroute('**/verdicts');
  await expect(notSent).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^partly/ })).toHaveAttribute('aria-pressed', 'true');
});
