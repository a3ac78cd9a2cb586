import { openBench } from '../fixtures/bench.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { dropFiles, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';
import { openReview } from '../fixtures/seen.ts';

// What a screen reader was found to leave out, or to keep for itself, when one was listened to (docs/decisions/0052).

test('a page is told by its title, one that is gone to by a link and the first one, of which the browser tells that it is fetched', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto('/');
  const told = page.getByRole('status').filter({ hasText: /^(Assignments|One picture)$/ });
  await expect(told).toHaveText('Assignments');
  await page.getByRole('link', { name: /^One picture/ }).click();
  await expect(told).toHaveText('One picture');
  await page.getByRole('link', { name: 'Assignments' }).click();
  await expect(told).toHaveText('Assignments');
});

test('a frame, a part and what was seen in a picture are told as they change; the keys are for the picture', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  const picture = await testPicture(400, 300);
  await dropFiles(page, [{ name: 'a.png', bytes: picture, type: 'image/png' }]);
  const stage = page.getByRole('application', { name: /^Frame: x 0, y 0, 400 by 300 pixels/ });
  await expect(stage).toBeFocused();
  const heard = page.getByTestId('heard');
  await expect(heard).toHaveText('');
  await expect(
    page.getByRole('status').filter({ hasText: 'Nothing to check was seen in it.' }),
  ).toBeVisible();
  await page.keyboard.press('Alt+ArrowLeft');
  await page.keyboard.press('ArrowRight');
  await expect(heard).toHaveText('Frame: x 1, y 0, 399 by 300 pixels.');
  await page.keyboard.press('o');
  await expect(heard).toHaveText('Outline with 0 corners.');
});

test('a pin and a mark are told with their places when keys move them', async ({ page, school }) => {
  await openBench(page, school);
  const stage = page.getByRole('application', { name: /to be marked/ });
  await expect(stage).toBeFocused();
  const heard = page.getByTestId('heard');
  await page.keyboard.press('a');
  await expect(heard).toHaveText(/^Pin a at \d+, \d+$/);
  const before = (await heard.textContent()) ?? '';
  await page.keyboard.press('ArrowRight');
  await expect(heard).not.toHaveText(before);
  await expect(heard).toHaveText(/^Pin a at \d+, \d+$/);
  // A tool that a key takes is told, though the focus stays in the picture.
  await page.keyboard.press('3');
  await expect(page.getByTestId('heard-tool')).toHaveText(/^Length\. Drag/);
  await expect(stage).toBeFocused();
});

test('verdicts that keys give, and the picture that an arrow goes to, are told while the focus stays', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  await openReview(page, school, handInId);
  const stage = page.getByRole('application', { name: /^Picture of / });
  await stage.focus();
  await page.keyboard.press('1');
  await expect(page.getByTestId('heard')).toHaveText('P1 The curve: a shown');
  await page.keyboard.press('2');
  await expect(page.getByTestId('heard')).toHaveText('P1 The curve: a partly shown');
  await expect(stage).toBeFocused();
});
