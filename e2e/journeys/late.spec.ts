import type { CourseView, ProofSheet } from '@nachweis/contract';
import { submissionWindow, type WindowState } from '@nachweis/core';
import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { intercept } from '../fixtures/intercept.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';
import { openReview } from '../fixtures/seen.ts';

/** A wall time in Berlin, as a field for date and time takes it, some hours from now. */
const berlin = (hours: number) =>
  new Date(Date.now() + hours * 3_600_000)
    .toLocaleString('sv-SE', { timeZone: 'Europe/Berlin' })
    .slice(0, 16)
    .replace(' ', 'T');

test('what lateness costs is written in the builder, said before handing in, and a line in the grade', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/edit`);
  await page.getByLabel('Opens', { exact: true }).fill(berlin(-60));
  await page.getByLabel('Due', { exact: true }).fill(berlin(-26));
  await expect(page.getByLabel('It costs')).toHaveCount(0);
  await page.getByLabel('Taken late until').fill(berlin(40));
  await page.getByLabel('It costs').selectOption('percent');
  await page.getByLabel('Percent each').fill('ten');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Give whole percent up to 100.')).toBeVisible();
  await page.getByLabel('Percent each').fill('10');
  await page.getByLabel('For each').selectOption('day');
  await expectClean(page, 'the rule for lateness');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect
    .poll(async () => {
      const { definition } = await (
        await page.request.get(`/api/assignments/${school.single.id}/definition`)
      ).json();
      return definition.lateRule;
    })
    .toEqual({ graceMinutes: 15, per: 'day', takes: { kind: 'percent', percent: 10 }, floorPercent: 0 });

  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await expect(
    page.getByText('Late costs 10 % of all points for each started day of 24 hours, from 15 minutes on.'),
  ).toBeVisible();
  await addByDrop(page, 320, 200);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.goto(`/assignments/${school.single.id}/hand-in`);
  await expect(
    page.getByText('Handed in now it is 2 started days of 24 hours late: that costs up to 0.2 points of 1.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  const handInId = /hand-ins\/([\w-]+)/.exec(page.url())?.[1] ?? '';

  await openReview(page, school, handInId);
  await page.keyboard.press('1');
  await expect(page.getByTestId('points')).toHaveText('0.8 of 1');
  const { assignment } = await (await page.request.get(`/api/hand-ins/${handInId}/review`)).json();
  await page.goto(`/courses/${assignment.courseId}/ledger`);
  await expect(page.getByRole('button', { name: /^Elin Ödegård, One picture/ })).toContainText(
    'late by 1 d 2 h',
  );
  await openReview(page, school, handInId);
  await expect(page.getByTestId('how-it-came')).toHaveText(
    '1 from the verdicts, −0.2 for 2 started days of 24 hours late',
  );
  await page.getByRole('button', { name: /^Release to/ }).click();
  await expect(page.getByText(/^Released/).first()).toBeVisible();

  await signIn(page, school, school.student);
  await page.goto(`/hand-ins/${handInId}`);
  await expect(page.getByText('1 from the verdicts, −0.2 for 2 started days of 24 hours late')).toBeVisible();
});

test('whether it is in time is said by the server’s clock, though this computer’s is days ahead', async ({
  page,
  school,
}) => {
  await page.clock.setSystemTime(new Date(Date.now() + 5 * 24 * 3_600_000));
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await expect(page.getByText(/due in 4[78] hours/)).toBeVisible();
  await addByDrop(page, 400, 300, 'Escape');
  await page.goto(`/assignments/${school.single.id}/hand-in`);
  await expect(page.getByRole('button', { name: /^Hand in/ })).toBeVisible();
  await expect(page.getByText(/late/)).toHaveCount(0);
});

/** Times of an assignment ten minutes apart, the first in ten minutes. */
function tenMinutesApart() {
  const began = Date.now();
  const at = (minutes: number) => new Date(began + minutes * 60_000).toISOString();
  return { opensAt: at(10), dueAt: at(20), lateUntil: at(30) };
}

/**
 * The server's clock goes on with the page's, and one of its answers is of an assignment with these times.
 * @returns lets ten minutes pass for both
 */
async function withClock<T>(
  page: Page,
  times: ReturnType<typeof tenMinutesApart>,
  path: string,
  changed: (answer: T, window: WindowState) => T,
): Promise<() => Promise<void>> {
  let ahead = 0;
  await intercept(page, '**/api/**', async (route) => {
    const now = Date.now() + ahead;
    // An answer of its own each time, as its time is another.
    const { 'if-none-match': _, ...asked } = route.request().headers();
    const response = await route.fetch({ headers: asked });
    const headers = { ...response.headers(), date: new Date(now).toUTCString() };
    if (!route.request().url().endsWith(path)) return route.fulfill({ response, headers });
    const window = submissionWindow(times, new Date(now).toISOString());
    await route.fulfill({ response, headers, json: changed(await response.json(), window) });
  });
  await page.clock.install();
  return async () => {
    ahead += 600_000;
    await page.clock.fastForward(600_000);
  };
}

test('a sheet that stands open since before it opens says by itself that it is open, late and closed', async ({
  page,
  school,
}) => {
  const times = tenMinutesApart();
  const path = `/assignments/${school.single.id}`;
  const tenMinutesPass = await withClock<ProofSheet>(page, times, path, (sheet, window) => ({
    ...sheet,
    window,
    terms: { ...sheet.terms, ...times },
  }));
  await signIn(page, school, school.student);
  await page.goto(path);
  await expect(page.getByText('This assignment is not open yet.')).toBeVisible();
  await tenMinutesPass();
  await expect(page.getByRole('button', { name: 'Choose files' })).toBeVisible();
  await tenMinutesPass();
  await expect(page.getByText(/^was due .*, taken late until /)).toBeVisible();
  await tenMinutesPass();
  await expect(page.getByText('This assignment is closed.')).toBeVisible();
});

test('the page of a course that stands open says by itself what is open, late and closed', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  const { courses } = await (await page.request.get('/api/session')).json();
  const path = `/courses/${courses[0].id}`;
  const times = tenMinutesApart();
  const tenMinutesPass = await withClock<CourseView>(page, times, path, (course, window) => ({
    ...course,
    assignments: course.assignments.map((one) =>
      one.id === school.single.id ? { ...one, ...times, window } : one,
    ),
  }));
  await page.goto(path);
  const line = page.getByRole('listitem').filter({ hasText: 'One picture' });
  await expect(line).toContainText('given, opens later');
  for (const stand of ['open', 'open, late', 'closed']) {
    await tenMinutesPass();
    await expect(line.getByText(stand, { exact: true })).toBeVisible();
  }
});
