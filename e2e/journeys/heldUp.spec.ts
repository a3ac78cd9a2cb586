import type { Page } from '@playwright/test';
import { intercept } from '../fixtures/intercept.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, serverDraft, signIn, test } from '../fixtures/school.ts';

/** The server's disk is full, or it is busy, for everything that is written. */
const holdUp = (page: Page, status: number, code: string) =>
  intercept(page, '**/api/**', (route) =>
    route.request().method() === 'PUT'
      ? route.fulfill({
          status,
          contentType: 'application/problem+json',
          body: JSON.stringify({ type: 'about:blank', title: code, status, code, data: {} }),
        })
      : route.fallback(),
  );

test('a picture and a text that a full server cannot take are kept, which is said, and go by themselves once it can', async ({
  page,
  school,
}) => {
  await page.clock.install();
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await holdUp(page, 507, 'disk-full');
  await addByDrop(page, 320, 200, 'Escape');
  const kept = page.getByText('The server’s disk is full.');
  await expect(page.locator('[data-status=waiting]')).toBeVisible();
  await expect(kept).toHaveCount(0);
  // As long as it takes for six tries, each after twice the pause before it.
  const passing = async () => {
    await page.clock.runFor(4_000);
    return kept.count();
  };
  await expect.poll(passing, { intervals: [100] }).toBe(1);
  await expect(kept).toContainText('It is kept here, and tried again by itself.');
  await expect(page.locator('[data-status=waiting]')).toBeVisible();
  await page.goto(`/assignments/${school.curve.id}/hand-in`);
  await page.getByRole('textbox', { name: 'Your own statement' }).fill('It fits within 2 %.');
  await expect(page.getByRole('status').filter({ hasText: 'disk is full' })).toContainText(
    'It is tried again by itself.',
  );
  await page.unroute('**/api/**');
  const left = async () => {
    await page.clock.runFor(4_000);
    return page.getByText('kept in this browser').count();
  };
  await expect.poll(left, { intervals: [100] }).toBe(0);
  await expect
    .poll(async () => {
      const { evidence, statement } = await serverDraft(page, school.curve);
      return [evidence.length, statement];
    })
    .toEqual([1, 'It fits within 2 %.']);
});

test('a text that was written on another device too: both are read, one is chosen by keys, and writing goes on', async ({
  page,
  browser,
  school,
}) => {
  const device = await browser.newContext({ baseURL: school.address });
  const other = await device.newPage();
  const field = (on = page) => on.getByRole('textbox', { name: 'Your own statement' });
  for (const one of [page, other]) {
    await signIn(one, school, school.student);
    await one.goto(`/assignments/${school.curve.id}/hand-in`);
    await field(one).waitFor();
  }
  const written = async () => (await serverDraft(page, school.curve)).statement;
  await field(other).fill('From the other device.');
  await expect.poll(written).toBe('From the other device.');
  await field().fill('From here.');
  const choice = page.getByRole('alert').filter({ hasText: 'The other text:' });
  await expect(choice).toContainText('From the other device.');
  await expect(field()).toHaveValue('From here.');
  await choice.getByRole('button', { name: 'Keep my text' }).press('Enter');
  await expect(choice).toHaveCount(0);
  await expect(field()).toBeFocused();
  await page.keyboard.press('End');
  await page.keyboard.type(' And on.');
  await expect.poll(written).toBe('From here. And on.');
  // The other device writes on what it had, and takes what is there.
  await field(other).fill('From the other device, again.');
  const theirs = other.getByRole('alert').filter({ hasText: 'The other text:' });
  await expect(theirs).toContainText('From here. And on.');
  await theirs.getByRole('button', { name: 'Take the other text' }).press('Enter');
  await expect(field(other)).toHaveValue('From here. And on.');
  await expect(field(other)).toBeFocused();
  await device.close();
});
