import type { Page } from '@playwright/test';
import { expect, type School, signIn, test } from '../fixtures/school.ts';

const save = (page: Page) => page.getByRole('button', { name: 'Save', exact: true });
const late = (page: Page) => page.getByLabel('Taken late until', { exact: true });

async function openBuilder(page: Page, school: School): Promise<void> {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/edit`);
  await expect(page.getByLabel('Title', { exact: true }).first()).toHaveValue('Rating curve');
}

const definitionOf = async (page: Page, school: School) =>
  (await (await page.request.get(`/api/assignments/${school.curve.id}/definition`)).json()).definition;

test('half a time is not taken for none, and no field is left with a riddle: what is wrong is marked and seen', async ({
  page,
  school,
}) => {
  await openBuilder(page, school);
  const before = await definitionOf(page, school);
  await late(page).fill('2027-02-01T12:00');
  // One part of it is taken away by hand: to the page the field has no value now.
  await late(page).press('Delete');
  await page.getByLabel('Hand-ins allowed').fill('');
  const point = page.getByRole('listitem', { name: 'Proof point P1' });
  const folded = point.getByText('What a picture of it has to be');
  const height = point.getByLabel('Least height in pixels');
  const width = point.getByLabel('Least width in pixels');
  await folded.click();
  await width.fill('800.5');
  await height.fill('600');
  await folded.click();
  await expect(width).toBeHidden();
  await save(page).click();
  // The first of the page, though it was folded away.
  await expect(width).toBeFocused();
  await expect(page.getByText('Give both sides in whole pixels, or none.')).toBeVisible();
  await expect(page.getByText('Give a day and a time.')).toBeVisible();
  await expect(page.getByText('Give a whole number from 1 to 1000.')).toBeVisible();
  expect(await definitionOf(page, school)).toEqual(before);

  await width.fill('800');
  await late(page).fill('2027-02-01T13:30');
  await page.getByLabel('Hand-ins allowed').fill('3');
  await save(page).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  expect(await definitionOf(page, school)).toMatchObject({
    attempts: 3,
    lateUntil: '2027-02-01T12:30:00.000Z',
    points: [{ minSize: { width: 800, height: 600 } }, {}],
  });
});

// Clocks in Berlin: from two to three on 28 March 2027, from three to two on 31 October (Directive 2000/84/EC).
test('a time that the clocks skip or show twice is said, with the one that counts', async ({
  page,
  school,
}) => {
  await openBuilder(page, school);
  const due = page.getByLabel('Due', { exact: true });
  await due.fill('2027-03-28T01:59');
  await expect(page.getByText(/^Clocks /)).toBeHidden();
  await due.fill('2027-03-28T02:30');
  await expect(page.getByText('Clocks skip 02:30 on that day: it counts as 03:30.')).toBeVisible();
  await late(page).fill('2027-10-31T02:30');
  await expect(page.getByText('Clocks show 02:30 twice on that day: the first counts.')).toBeVisible();
  await save(page).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  expect(await definitionOf(page, school)).toMatchObject({
    dueAt: '2027-03-28T01:30:00.000Z',
    lateUntil: '2027-10-31T00:30:00.000Z',
  });
});

test('rows are moved by their buttons as far as they go, and the button that is pressed keeps the focus', async ({
  page,
  school,
}) => {
  await openBuilder(page, school);
  const texts = page.getByLabel(/^P1 [a-z], what must be seen$/);
  const before = await texts.evaluateAll((fields) =>
    fields.map((field) => (field as HTMLInputElement).value),
  );
  expect(before.length).toBeGreaterThan(1);
  const pressOften = async (name: string, becomes: string) => {
    await page.getByRole('button', { name, exact: true }).focus();
    for (let i = 0; i <= before.length; i++) await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: becomes, exact: true })).toBeFocused();
  };
  const last = String.fromCharCode(96 + before.length);
  await pressOften('Move P1 a down', `Move P1 ${last} down`);
  await expect(texts.last()).toHaveValue(before[0] ?? '');
  await pressOften(`Move P1 ${last} up`, 'Move P1 a up');
  await expect(texts.first()).toHaveValue(before[0] ?? '');
  const titles = page.getByRole('group', { name: /^Proof point P\d$/ }).getByLabel('Title');
  const title = await titles.first().inputValue();
  await pressOften('Move P1 down', `Move P${await titles.count()} down`);
  await expect(titles.last()).toHaveValue(title);
});
