import { expectClean } from '../fixtures/axe.ts';
import { intercept } from '../fixtures/intercept.ts';
import { expectInOrder } from '../fixtures/layout.ts';
import { expect, signIn, test } from '../fixtures/school.ts';

test('“Ready for the lab” tries each thing, and says what to do where one does not work', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto('/');
  await page.getByRole('link', { name: /^Ready for the lab/ }).click();
  const line = (name: string) =>
    page.getByRole('listitem').filter({ has: page.getByRole('heading', { name, exact: true }) });
  await expect(line('Connection')).toContainText(/answers within \d+ ms/);
  // This journey keeps no pages.
  await expect(line('Without a connection')).toContainText('These pages are not kept here yet.');
  await expect(line('Storage')).toContainText(/are free/);
  await expect(line('Camera')).toContainText('can be photographed from here');
  // As on a computer without a camera.
  await page.evaluate(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('none', 'NotFoundError'));
  });
  await line('Camera').getByRole('button', { name: 'Try it' }).click();
  await expect(line('Camera')).toContainText('No camera was opened');
  await expect(line('Camera')).toContainText('with your phone');
  await intercept(page, '**/api/health', (route) => route.abort());
  await line('Connection').getByRole('button', { name: 'Try again' }).click();
  await expect(line('Connection')).toContainText('The server does not answer.');
  await expect(line('Connection')).toContainText('Go on all the same');
  await expectClean(page, 'ready for the lab');
  await expectInOrder(page, 'ready for the lab');
});

test('the guide is in the application', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await page.goto('/guide');
  await expect(page.getByRole('heading', { name: 'Catching what must be seen' })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Hiding what is private' })).toBeVisible();
  await expect(page.getByRole('table').first()).toContainText('keep a ratio');
  await expectClean(page, 'the guide');
  await expectInOrder(page, 'the guide');
});
