import { submissionWindow } from '@nachweis/core';
import { expectClean } from '../fixtures/axe.ts';
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

test('a sheet that stands open since before it opens says by itself that it is open, late and closed', async ({
  page,
  school,
}) => {
  const began = Date.now();
  const at = (minutes: number) => new Date(began + minutes * 60_000).toISOString();
  const terms = { opensAt: at(10), dueAt: at(20), lateUntil: at(30) };
  // The server's clock goes on with the page's.
  let ahead = 0;
  await page.route('**/api/**', async (route) => {
    const now = Date.now() + ahead;
    // An answer of its own each time, as its time is another.
    const { 'if-none-match': _, ...asked } = route.request().headers();
    const response = await route.fetch({ headers: asked });
    const headers = { ...response.headers(), date: new Date(now).toUTCString() };
    if (!route.request().url().endsWith(`/assignments/${school.single.id}`))
      return route.fulfill({ response, headers });
    const sheet = await response.json();
    const window = submissionWindow(terms, new Date(now).toISOString());
    await route.fulfill({
      response,
      headers,
      json: { ...sheet, window, terms: { ...sheet.terms, ...terms } },
    });
  });
  const tenMinutesPass = async () => {
    ahead += 600_000;
    await page.clock.fastForward(600_000);
  };
  await page.clock.install();
  await signIn(page, school, school.student);
  await page.goto(`/assignments/${school.single.id}`);
  await expect(page.getByText('This assignment is not open yet.')).toBeVisible();
  await tenMinutesPass();
  await expect(page.getByRole('button', { name: 'Choose files' })).toBeVisible();
  await tenMinutesPass();
  await expect(page.getByText(/^was due .*, taken late until /)).toBeVisible();
  await tenMinutesPass();
  await expect(page.getByText('This assignment is closed.')).toBeVisible();
});
