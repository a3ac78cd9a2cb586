import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expect, openCourse, signIn, test } from '../fixtures/school.ts';

/** What is due, in the calendar file that a button gives. */
async function dueIn(page: Page): Promise<string[]> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Due times as a calendar file' }).press('Enter'),
  ]);
  expect(download.suggestedFilename()).toBe('nachweis.ics');
  const text = await readFile(await download.path(), 'utf8');
  return [...text.matchAll(/^SUMMARY:Due: (.*)\r$/gm)].map(([, title]) => title ?? '').sort();
}

test('due times are a calendar file: a student’s own, and those of a course on its page, without what is not given', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto('/');
  const own = await dueIn(page);
  expect(own).toContain('Rating curve');
  await signIn(page, school, school.instructor);
  await page.request.put(`/api/assignments/${school.single.id}/stage`, {
    data: { stage: 'archived' },
    headers: { Origin: school.address },
  });
  await openCourse(page);
  await expect(page.getByText('put away')).toBeVisible();
  expect(await dueIn(page)).toEqual(own.filter((title) => title !== 'One picture'));
});
