import { readFileSync, writeFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { intercept } from '../fixtures/intercept.ts';
import { loseNext } from '../fixtures/lost.ts';
import { beginNew, keptHere, titlesOf } from '../fixtures/newAssignment.ts';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, openCourse, type School, signIn, test } from '../fixtures/school.ts';

const CSV = 'time;stage\n07:00;0.43\n';

/** An assignment with a file to work with and a reference picture that students do not see. */
async function withMore(page: Page, school: School): Promise<void> {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/edit`);
  const files = page.getByRole('region', { name: 'Files of the assignment' });
  await files.getByLabel('Add files').setInputFiles([
    { name: 'gaugings.csv', mimeType: 'text/csv', buffer: Buffer.from(CSV) },
    { name: 'to be filled.csv', mimeType: 'text/csv', buffer: Buffer.alloc(0) },
  ]);
  // Files that come make the panel above longer, under the pointer too.
  await expect(files.getByRole('listitem')).toHaveCount(2);
  await page.getByRole('button', { name: 'Add a picture to P2' }).click();
  const dialog = page.getByRole('dialog', { name: 'Reference picture for P2' });
  await dialog
    .getByLabel('A file, or paste one')
    .setInputFiles({ name: 'curve.png', mimeType: 'image/png', buffer: await testPicture(320, 200) });
  await dialog.getByLabel('What is right in it').fill('both axes labelled');
  await dialog.getByLabel('Students see it on their sheet').uncheck();
  await dialog.getByRole('button', { name: 'Add it' }).click();
  await expect(dialog).toBeHidden();
}

/** Something is written and, a moment after its last letter, kept; then the page is loaded again. */
async function renameAndReload(page: Page): Promise<void> {
  const title = page.getByLabel('Title').first();
  await title.fill('Rating curve, again');
  await keptHere(page, 'Rating curve, again');
  page.once('dialog', (leaving) => void leaving.accept());
  await page.reload();
  await expect(title).toHaveValue('Rating curve, again');
}

/** What the page of a new assignment shows of both, and what the server has. */
async function expectMore(page: Page): Promise<void> {
  await expect(page).toHaveURL(/\/edit$/);
  await expect(page.getByRole('region', { name: 'Files of the assignment' })).toContainText('gaugings.csv');
  await expect(page.getByRole('region', { name: 'Files of the assignment' })).toContainText(
    'to be filled.csv',
  );
  await expect(page.getByRole('region', { name: 'Reference pictures' })).toContainText('both axes labelled');
  const api = page.url().replace(/^(.*)\/assignments\/(.*)\/edit$/, '$1/api/assignments/$2');
  const { files } = await (await page.request.get(`${api}/work-files`)).json();
  expect(await (await page.request.get(files[0].href)).text()).toBe(CSV);
  const { pictures } = await (await page.request.get(`${api}/references`)).json();
  const { definition } = await (await page.request.get(`${api}/definition`)).json();
  expect(pictures).toMatchObject([{ proofPointId: definition.points[1].id, shown: false, width: 320 }]);
}

test('a copy of an earlier assignment has its files and reference pictures, also after a reload', async ({
  page,
  school,
}) => {
  await withMore(page, school);
  await beginNew(page);
  await page.getByLabel('Begin with a copy of').selectOption({ label: 'Rating curve' });
  const told = page.getByText('Once this is saved, 2 files and 1 reference picture of it come along.');
  await expect(told).toBeVisible();
  await renameAndReload(page);
  await expect(told).toBeVisible();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expectMore(page);
});

test('nothing can be written that a copy on its way would take the place of; what was written before it is brought back', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await beginNew(page);
  const title = page.getByLabel('Title').first();
  await title.fill('Mine, before');
  await expect(page.getByText('Not saved yet; kept in this browser.')).toBeVisible();
  await keptHere(page, 'Mine, before');
  let answer = () => {};
  const held = new Promise<void>((done) => {
    answer = done;
  });
  await intercept(page, '**/api/assignments/*/definition', async (route) => {
    await held;
    await route.continue();
  });
  const from = page.getByLabel('Begin with a copy of');
  await from.focus();
  await from.selectOption({ label: 'Rating curve' });
  await expect(page.getByText('Fetching the earlier assignment …')).toBeVisible();
  await expect(title).toBeDisabled();
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  await expect(from).toBeFocused();
  answer();
  await expect(title).toHaveValue('Rating curve');
  await expect(title).toBeEnabled();
  await page.getByRole('button', { name: 'Bring that back' }).click();
  await expect(title).toHaveValue('Mine, before');
  await expect(page.getByRole('button', { name: 'Bring that back' })).toHaveCount(0);
  await expect(page.getByText(/^Begun with/)).toHaveCount(0);
});

test('of two copies that are chosen one after the other the last one stays, also where the first comes later', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await beginNew(page);
  let answer = () => {};
  const held = new Promise<void>((done) => {
    answer = done;
  });
  const first = `**/api/assignments/${school.curve.id}/definition`;
  await intercept(page, first, async (route) => {
    await held;
    await route.continue();
  });
  const from = page.getByLabel('Begin with a copy of');
  await from.selectOption({ label: 'Rating curve' });
  await from.selectOption({ label: 'Probe start-up' });
  const title = page.getByLabel('Title').first();
  await expect(title).toHaveValue('Probe start-up');
  await expect(title).toBeEnabled();
  const late = page.waitForResponse(first);
  answer();
  await (await late).finished();
  await title.fill('Mine');
  await keptHere(page, 'Mine');
  await expect(title).toHaveValue('Mine');
  await expect(page.getByText(/^Begun with/)).toHaveText(/^Begun with Probe start-up/);
});

test('a copy of one that is over is not over: its times are weeks later; one that is due already says so before it is given', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await beginNew(page);
  await page.getByLabel('Begin with a copy of').selectOption({ label: 'Probe start-up' });
  await expect(
    page.getByText(/Its due time has passed, so all its times are \d+ weeks? later here\./),
  ).toBeVisible();
  const passed = page.getByText('This has passed already');
  await expect(passed).toHaveCount(0);
  const due = page.getByLabel('Due', { exact: true });
  expect(Date.parse(await due.inputValue())).toBeGreaterThan(Date.now());
  await due.fill('2026-01-09T17:00');
  await expect(passed).toBeVisible();
  await page.getByLabel('Opens', { exact: true }).fill('2026-01-05T08:00');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('A draft: no student sees it.')).toBeVisible();
  await expect(page.getByText('Its due time has passed. Nobody can hand in any more.')).toBeVisible();
});

test('an assignment goes to another as one file, with what hangs on it; a wrong file says which field', async ({
  page,
  school,
}, testInfo) => {
  await withMore(page, school);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as a file' }).click(),
  ]);
  const path = testInfo.outputPath('rating curve.json');
  await download.saveAs(path);
  const file = JSON.parse(readFileSync(path, 'utf8'));
  expect(Buffer.from(file.files[0].data, 'base64').toString()).toBe(CSV);

  await beginNew(page);
  const chooser = page.getByLabel('Begin with a file');
  const wrong = testInfo.outputPath('wrong.json');
  writeFileSync(wrong, JSON.stringify({ ...file, files: [{ name: 'a.csv', data: 'no *letters* of it' }] }));
  await chooser.setInputFiles(wrong);
  await expect(page.getByRole('alert')).toHaveText(
    'This file cannot be read: files.0.data is not in the letters of Base64. Nothing was taken from it.',
  );
  await chooser.setInputFiles(path);
  await expect(page.getByText('Begun with rating curve.json.')).toBeVisible();
  // A browser gives no page a file once more: it is said, and chosen again.
  await renameAndReload(page);
  const lost = page.getByText('The files and reference pictures of rating curve.json went with the reload.');
  await expect(lost).toBeVisible();
  await chooser.setInputFiles(path);
  await expect(lost).toBeHidden();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expectMore(page);
});

test('what of an earlier assignment cannot be brought along is named, and the rest is there', async ({
  page,
  school,
}) => {
  await withMore(page, school);
  await beginNew(page);
  await page.getByLabel('Begin with a copy of').selectOption({ label: 'Rating curve' });
  await page.getByText('come along').waitFor();
  await intercept(page, '**/files/w-*/**', (route) => route.abort());
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(
    page.getByText('The assignment is saved, without gaugings.csv, to be filled.csv.'),
  ).toBeVisible();
  await expect(page).toHaveURL(/\/edit$/);
  await expect(page.getByRole('region', { name: 'Reference pictures' })).toContainText('both axes labelled');
  await page.reload();
  await page.getByRole('alert').getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a new assignment whose answer was lost is written on and saved again: it is one, as it was written last', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await beginNew(page);
  await page.getByLabel('Begin with a copy of').selectOption({ label: 'Rating curve' });
  const title = page.getByLabel('Title').first();
  await title.fill('Rating curve, first');
  await loseNext(page, '**/api/courses/*/assignments');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('alert')).toHaveText(
    'The server cannot be reached. Try again once there is a connection.',
  );
  await title.fill('Rating curve, second');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page).toHaveURL(/\/edit$/);
  await expect(title).toHaveValue('Rating curve, second');
  expect(await titlesOf(page, school)).toEqual(['Rating curve, second']);
});

test('a page that goes while files are brought along: what is not there is said, and saved again it is one, with everything once', async ({
  page,
  school,
  context,
}) => {
  await withMore(page, school);
  await beginNew(page);
  await page.getByLabel('Begin with a copy of').selectOption({ label: 'Rating curve' });
  await page.getByText('come along').waitFor();
  await renameAndReload(page);
  await page.getByText('come along').waitFor();
  // The picture comes and is entered; the answer does not, and then the page is gone.
  let enter = () => {};
  const entered = new Promise<void>((resolve) => {
    enter = resolve;
  });
  await intercept(page, '**/api/assignments/*/references/*', async (route) => {
    await route.fetch();
    enter();
  });
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await entered;
  await page.close();

  const again = await context.newPage();
  await openCourse(again);
  await again.getByRole('link', { name: /^Rating curve, again/ }).click();
  const said = again.getByText('The assignment is saved, without a reference picture of P2.');
  await expect(said).toBeVisible();
  await again.getByRole('link', { name: 'Field Data Skills 2' }).click();
  await again.getByRole('link', { name: 'New assignment' }).click();
  await expect(again.getByText('come along')).toBeVisible();
  await again.getByRole('button', { name: 'Save', exact: true }).click();
  await expectMore(again);
  await expect(said).toBeHidden();
  expect(await titlesOf(again, school)).toEqual(['Rating curve, again']);
});
