import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { askOtherwise, handInSeveral } from '../fixtures/handIns.ts';
import { expect, signIn, test } from '../fixtures/school.ts';
import { openReview, pictureSeen } from '../fixtures/seen.ts';

/** Which of them is looked at. */
const looked = (page: Page, name: string) =>
  expect(page.getByRole('button', { name, exact: true })).toHaveAttribute('aria-pressed', 'true');

const shown = (page: Page) => page.getByRole('button', { name: 'shown', exact: true });

test('of several pictures of a proof point none is judged unseen: they are walked by keys, and seen together', async ({
  page,
  school,
}) => {
  const handInId = await handInSeveral(page, school, 3);
  await openReview(page, school, handInId);
  await looked(page, 'Picture 1 of 3');
  await page.keyboard.press('1');
  await expect(page.getByText('2 of 3 pictures here were not on the screen yet')).toBeVisible();
  await expect(shown(page)).toHaveAttribute('aria-pressed', 'false');
  // The letter goes to the picture that has its pin.
  await page.keyboard.press('a');
  await looked(page, 'Picture 2 of 3');
  await pictureSeen(page);
  await page.keyboard.press('1');
  await expect(page.getByText('1 of 3 pictures here was not on the screen yet')).toBeVisible();
  await page.keyboard.press('.');
  await looked(page, 'Picture 3 of 3');
  await expect(page).toHaveURL(/picture=3/);
  await pictureSeen(page);
  await page.keyboard.press('.');
  await looked(page, 'Picture 3 of 3');
  await page.keyboard.press('1');
  await expect(shown(page)).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText('not on the screen yet')).toHaveCount(0);
  await page.keyboard.press(',');
  await looked(page, 'Picture 2 of 3');
  await page.keyboard.press('t');
  await looked(page, 'Together');
  await expect(page.getByRole('button', { name: /^Picture \d, large$/ })).toHaveCount(3);
  await expectClean(page, 'three pictures of a proof point together');
  await page.getByRole('button', { name: 'Picture 1, large' }).click();
  await looked(page, 'Picture 1 of 3');
  // A remark is written where it is seen.
  await page.keyboard.press('t');
  await page.keyboard.press('r');
  await looked(page, 'Picture 1 of 3');
  await expect(page.getByTestId('remark-place')).toBeVisible();
});

test('in the grid all pictures of a cell are seen together, and judged then; by touch at 390 pixels too', async ({
  page,
  school,
}) => {
  await handInSeveral(page, school, 2);
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/grid`);
  await pictureSeen(page);
  await page.keyboard.press('1');
  await expect(page.getByText('1 of 2 pictures here was not on the screen yet')).toBeVisible();
  await page.keyboard.press('t');
  await looked(page, 'Together');
  const pictures = page.getByRole('region', { name: 'The chosen picture' }).locator('[data-seen]');
  await expect(pictures).toHaveCount(2);
  await page.keyboard.press('1');
  await expect(shown(page)).toHaveAttribute('aria-pressed', 'true');
  await expectClean(page, 'a cell of the grid with its pictures together');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('button', { name: 'Picture 2, large' }).click();
  await looked(page, 'Picture 2 of 2');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('what each must-show got stands once where a proof point has several pictures, and also where it has none', async ({
  page,
  school,
}) => {
  await askOtherwise(page, school, ({ points }) => {
    const mustShows = [{ text: 'what else was seen', units: 50 }];
    points.push({ title: 'Besides', instructions: '', minPictures: 0, mustShows });
  });
  const handInId = await handInSeveral(page, school, 3);
  await signIn(page, school, school.instructor);
  const { assignment } = await (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
  const [first, second] = assignment.proofPoints.map(
    ({ mustShows }: { mustShows: Array<{ id: string }> }) => ({
      id: mustShows[0]?.id ?? '',
    }),
  );
  const headers = { Origin: school.address };
  const verdicts = { [first.id]: { verdict: 'shown', on: 0 }, [second.id]: { verdict: 'not-shown', on: 0 } };
  const given = await page.request.put(`/api/hand-ins/${handInId}/verdicts`, {
    ...{ headers, data: { id: randomUUID(), verdicts } },
  });
  expect(given.status()).toBe(200);
  const released = await page.request.post(`/api/hand-ins/${handInId}/release`, {
    ...{ headers, data: { id: randomUUID() } },
  });
  expect(released.status()).toBe(200);
  await signIn(page, school, school.student);
  await page.goto(`/hand-ins/${handInId}`);
  const point = page.getByRole('region', { name: /^P1 / });
  await expect(point.getByRole('article')).toHaveCount(3);
  await expect(point.getByText('1/1')).toHaveCount(1);
  const none = page.getByRole('region', { name: 'P2 Besides' });
  await expect(none).toContainText('No picture was handed in for it.');
  await expect(none.getByRole('listitem')).toContainText('what else was seen not shown0/0.5');
  await expectClean(page, 'what was returned of several pictures and of none');
});
