import { startMailStandIn } from '@nachweis/demo';
import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { handInOne } from '../fixtures/handIns.ts';
import { expectInOrder } from '../fixtures/layout.ts';
import { loseNext } from '../fixtures/lost.ts';
import { expect, openCourse, type School, signIn, test } from '../fixtures/school.ts';

const strip = (page: Page) => page.getByRole('region', { name: 'Long work' });
const order = (page: Page, school: School, assignmentId: string, form: string) =>
  page.request.post(`/api/assignments/${assignmentId}/archives`, {
    data: { form },
    headers: { Origin: school.address },
  });

test('a class’s files are made while one is on another page, and saved there by themselves', async ({
  page,
  school,
}) => {
  await handInOne(page, school, school.student);
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/hand-ins`);
  // By keys alone.
  await page.getByText('Other forms').focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Documents (.docx)' }).focus();
  const download = page.waitForEvent('download');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Captures', exact: true }).click();
  expect((await download).suggestedFilename()).toMatch(/\.docx\.zip$/);
  expect((await (await download).createReadStream()).readable).toBe(true);
  await expect(strip(page)).toBeHidden();
});

test('what was made waits after the page is gone, until it is saved or cleared away', async ({
  page,
  school,
}) => {
  await handInOne(page, school, school.student);
  await signIn(page, school, school.instructor);
  for (const form of ['zip', 'pdf'])
    expect((await order(page, school, school.single.id, form)).ok()).toBe(true);
  await page.goto('/');
  await page.getByRole('link', { name: /^Course:/ }).waitFor();
  await expect(strip(page).getByRole('listitem').filter({ hasText: 'ready' })).toHaveCount(2, {
    timeout: 30_000,
  });
  await expectClean(page, 'long work that is ready');
  await strip(page)
    .getByRole('button', { name: /^Clear: .*PDF/ })
    .click();
  await expect(strip(page).getByRole('listitem').filter({ hasText: 'ready' })).toHaveCount(1);
  const download = page.waitForEvent('download');
  await strip(page).getByRole('link', { name: 'Save' }).click();
  expect((await download).suggestedFilename()).toMatch(/\.zip$/);
  await expect(strip(page)).toBeHidden();
  // It was saved: it is not offered on the next page either.
  const fetched = async () => (await (await page.request.get('/api/errands')).json())[0]?.fetched;
  await expect.poll(fetched).toBe(true);
  await page.reload();
  await page.getByRole('link', { name: /^Course:/ }).waitFor();
  await expect(strip(page)).toBeHidden();
});

test('a title without end or spaces moves nothing in the strip', async ({ page, school }) => {
  await signIn(page, school, school.warden);
  expect((await order(page, school, school.crowded.id, 'zip')).ok()).toBe(true);
  for (const [width, height] of [
    [1280, 800],
    [640, 400],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    await page.goto('/');
    await strip(page).waitFor();
    await expectInOrder(page, `long work at ${width}`);
  }
});

test('links by mail go out one by one, are told of, and can be stopped', async ({ page, school }) => {
  const mail = await startMailStandIn({ smtpPort: 0, pagePort: 0 });
  try {
    await school.stop();
    await school.start(undefined, { NACHWEIS_SMTP: mail.smtp });
    await signIn(page, school, school.instructor);
    await openCourse(page);
    await page.getByText('Add one person').click();
    for (const name of ['Nováková', 'Okonkwo']) {
      await page.getByLabel('Surname').fill(name);
      await page.getByLabel('E-mail').fill(`${name.length}@school.example`);
      await page.keyboard.press('Enter');
      await expect(page.getByRole('row', { name: new RegExp(name) })).toBeVisible();
    }
    const dialog = page.getByRole('dialog');
    const asked = page.getByRole('button', { name: 'Sign-in links for 2' });
    // Looked at and left, nothing has gone out; a button that is pressed twice asks once.
    await asked.click();
    await expectClean(page, 'links that are asked about');
    await page.keyboard.press('Escape');
    await expect(asked).toBeFocused();
    await asked.click();
    await expect(dialog.getByRole('checkbox', { name: 'Send each of them one by mail too' })).toBeChecked();
    await loseNext(page, '**/links');
    await dialog.getByRole('button', { name: 'Make 2 links' }).click();
    await expect(dialog.getByRole('alert')).toContainText('new links are made, and no letter goes twice');
    await dialog.getByRole('button', { name: 'Make 2 links' }).click();
    await expect(dialog.getByText('has taken all 2 letters')).toBeVisible();
    await expectClean(page, 'links that are mailed');
    expect(mail.messages()).toHaveLength(2);
    await dialog.getByRole('button', { name: 'Done' }).click();
    await strip(page)
      .getByRole('button', { name: /^Clear/ })
      .click();
    await expect(strip(page)).toBeHidden();
  } finally {
    await mail.close();
  }
});
