import type { Page } from '@playwright/test';
import { intercept } from '../fixtures/intercept.ts';
import { loseNext } from '../fixtures/lost.ts';
import { beginNew, keptHere, titlesOf } from '../fixtures/newAssignment.ts';
import { expect, type School, signIn, test } from '../fixtures/school.ts';

const title = (page: Page) => page.getByLabel('Title').first();
const save = (page: Page) => page.getByRole('button', { name: 'Save', exact: true });
const saidBack = (page: Page) => page.getByText('What was written here and not saved is back.');

/** Another tab of the same browser, on a new assignment of the course. */
async function anotherTab(page: Page): Promise<Page> {
  const other = await page.context().newPage();
  await beginNew(other);
  return other;
}

/** Begun with another one, so that it can be saved, and called something else. */
async function writeNew(page: Page, called: string): Promise<void> {
  await page.getByLabel('Begin with a copy of').selectOption({ label: 'Rating curve' });
  await expect(title(page)).toHaveValue('Rating curve');
  await title(page).fill(called);
  await keptHere(page, called);
}

async function saveWithoutAnswer(page: Page): Promise<void> {
  await loseNext(page, '**/api/courses/*/assignments');
  await save(page).click();
  await expect(page.getByRole('alert')).toContainText('The server cannot be reached.');
}

async function twoTabs(page: Page, school: School): Promise<Page> {
  await signIn(page, school, school.instructor);
  await beginNew(page);
  await writeNew(page, 'Curve of Monday');
  const other = await anotherTab(page);
  await expect(title(other)).toHaveValue('');
  await expect(other.getByRole('list', { name: 'Others that are not saved' })).toHaveText(
    '“Curve of Monday” is not saved; it is open in another tab.',
  );
  await writeNew(other, 'Curve of Tuesday');
  return other;
}

/** Each of the two with its own, after it was loaded again. */
async function bothComeBack(page: Page, other: Page): Promise<void> {
  for (const [tab, called] of [
    [page, 'Curve of Monday'],
    [other, 'Curve of Tuesday'],
  ] as const) {
    tab.on('dialog', (leaving) => void leaving.accept());
    await tab.reload();
    await expect(title(tab)).toHaveValue(called);
    await expect(saidBack(tab)).toBeVisible();
  }
}

test('two tabs write a new assignment each: both keep their own, and both whose answers were lost are there once', async ({
  page,
  school,
}) => {
  const other = await twoTabs(page, school);
  await bothComeBack(page, other);
  await saveWithoutAnswer(page);
  await saveWithoutAnswer(other);
  for (const tab of [page, other]) {
    await save(tab).click();
    await expect(tab).toHaveURL(/\/edit$/);
  }
  expect(await titlesOf(page, school)).toEqual(['Curve of Monday', 'Curve of Tuesday']);
});

test('where there are no locks, as without HTTPS, two tabs keep a new assignment each too', async ({
  page,
  school,
}) => {
  await page
    .context()
    .addInitScript(() => Object.defineProperty(navigator, 'locks', { value: undefined, configurable: true }));
  const other = await twoTabs(page, school);
  await bothComeBack(page, other);
});

test('new assignments that two closed tabs left unsaved are both gone on with; an empty one is begun beside them', async ({
  page,
  school,
}) => {
  const other = await twoTabs(page, school);
  await other.close();
  // The first is open; the other is free.
  const third = await anotherTab(page);
  await expect(title(third)).toHaveValue('Curve of Tuesday');
  const heading = (tab: Page) => tab.getByRole('heading', { name: 'New assignment' });
  await third.getByRole('button', { name: 'Begin with an empty one' }).press('Enter');
  await expect(heading(third)).toBeFocused();
  await expect(title(third)).toHaveValue('');
  await expect(saidBack(third)).toBeHidden();
  await third.getByRole('button', { name: 'Bring that back' }).press('Enter');
  await expect(heading(third)).toBeFocused();
  await expect(title(third)).toHaveValue('Curve of Tuesday');
  await third.close();
  // Within the page it is left and come back to.
  await page.getByRole('link', { name: 'Field Data Skills 2' }).click();
  await page.getByRole('link', { name: 'New assignment' }).click();
  await expect(title(page)).toHaveValue('Curve of Monday');
  await page.getByRole('button', { name: 'Go on with it' }).press('Enter');
  await expect(title(page)).toHaveValue('Curve of Tuesday');
  await expect(heading(page)).toBeFocused();
  await page.getByRole('button', { name: 'Go on with it' }).click();
  await expect(title(page)).toHaveValue('Curve of Monday');
});

test('what is written while a new assignment is being saved is there on its own page, and no second one is left', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await beginNew(page);
  await writeNew(page, 'Curve of Monday');
  let answer = () => {};
  const held = new Promise<void>((resolve) => {
    answer = resolve;
  });
  await intercept(page, '**/api/courses/*/assignments', async (route) => {
    await held;
    await route.continue();
  });
  await save(page).click();
  await page.getByLabel('Brief').fill('Bring your own ruler.');
  answer();
  await expect(page).toHaveURL(/\/edit$/);
  await expect(page.getByLabel('Brief')).toHaveValue('Bring your own ruler.');
  await expect(saidBack(page)).toBeVisible();
  await save(page).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.getByRole('link', { name: 'Field Data Skills 2' }).click();
  await page.getByRole('link', { name: 'New assignment' }).click();
  await expect(title(page)).toHaveValue('');
  expect(await titlesOf(page, school)).toEqual(['Curve of Monday']);
});

test('what was typed a moment before one goes to another page of Nachweis is kept', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await beginNew(page);
  await page.clock.install();
  await page.clock.pauseAt(new Date(Date.now() + 60_000));
  await title(page).fill('Typed and gone');
  await page.getByRole('link', { name: 'Field Data Skills 2' }).click();
  await page.clock.resume();
  await page.getByRole('link', { name: 'New assignment' }).click();
  await expect(title(page)).toHaveValue('Typed and gone');
});
