import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { askOtherwise, handInOne } from '../fixtures/handIns.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, signIn, test } from '../fixtures/school.ts';
import { openReview } from '../fixtures/seen.ts';

/** An assignment of 24 proof points, all but the first without a picture. */
async function handInOfMany(page: Page, school: School): Promise<string> {
  await askOtherwise(page, school, ({ points }) => {
    for (let week = 2; week <= 24; week++)
      points.push({
        ...{ title: `The reading of the gauge in week ${week}`, instructions: '', minPictures: 0 },
        mustShows: [{ text: 'the reading', units: 100 }],
      });
  });
  return handInOne(page, school, school.student);
}

test('many proof points leave the picture its room, and the one that is walked to is seen among them', async ({
  page,
  school,
}) => {
  const handInId = await handInOfMany(page, school);
  await openReview(page, school, handInId);
  const stage = await page.getByTestId('stage').boundingBox();
  expect(stage?.height).toBeGreaterThan(400);
  const now = page.getByRole('navigation', { name: 'Proof points' }).locator('[aria-current]');
  for (let walked = 2; walked <= 24; walked++) {
    await page.keyboard.press('ArrowRight');
    await expect(now).toHaveText(new RegExp(`^P${walked}The`));
    await expect(now).toBeInViewport({ ratio: 0.95 });
  }
  await expectClean(page, 'the review of a hand-in with 24 proof points');
});

test('several pictures of one proof point stand for no other, on the list and where they are looked over', async ({
  page,
  school,
}) => {
  await askOtherwise(page, school, ({ points }) => {
    const [first] = points;
    if (first) first.maxPictures = 2;
    points.push({ title: 'After', instructions: '', mustShows: [{ text: 'the second reading', units: 50 }] });
  });
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 300, 200, 'Escape');
  // It would go to the other one, which has none yet.
  await page.getByRole('button', { name: 'send next here' }).first().click();
  await addByDrop(page, 320, 200, 'Escape');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await page.goto(`/assignments/${school.single.id}/hand-in`);
  const pictures = page.getByRole('region', { name: 'Your pictures' });
  await expect(pictures.getByRole('img', { name: /^P1: / })).toHaveCount(2);
  await expect(pictures.getByRole('listitem')).toHaveCount(1);
  await page.goto('/');
  await expect(page.getByRole('listitem').filter({ hasText: 'One picture' })).toContainText(
    'pictures for 1 of 2 proof points',
  );
});
