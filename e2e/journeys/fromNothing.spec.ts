import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, expect, type Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { expectBegun } from '../fixtures/dialogs.ts';
import { launch } from '../fixtures/school.ts';

/** A server on an empty folder, and the address where its first administrator is made. */
const test = base.extend<{ empty: { first: string }; baseURL: string; address: string }>({
  // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the fixtures a fixture needs from this pattern
  address: async ({}, use, info) => {
    const folder = mkdtempSync(join(tmpdir(), 'nachweis-empty-'));
    const { child, address, said } = await launch(folder, 0);
    await expect.poll(said).toMatch(/made once, at http\S+/);
    info.annotations.push({ type: 'first', description: /made once, at (\S+)/.exec(said())?.[1] ?? '' });
    await use(address);
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    await gone;
    rmSync(folder, { recursive: true, force: true });
  },
  empty: async ({ address: _ }, use, info) => {
    await use({ first: info.annotations.find((one) => one.type === 'first')?.description ?? '' });
  },
  baseURL: async ({ address }, use) => use(address),
});

const CLASS = [
  'givenName,familyName,email,role,station',
  ...Array.from({ length: 300 }, (_, i) => `Kim,Okafor ${i},kim${i}@school.example,student,NE-${i}`),
].join('\n');

/** Counts what a person does: a click, a key, a field that is filled, a paste. */
function counted(page: Page) {
  let actions = 0;
  return {
    count: () => actions,
    click: async (name: string | RegExp, role: 'button' | 'link' | 'checkbox' = 'button') => {
      actions++;
      await page.getByRole(role, { name, exact: true }).first().click();
    },
    fill: async (label: string, text: string) => {
      actions++;
      await page.getByLabel(label, { exact: true }).first().fill(text);
    },
  };
}

test('from an empty folder to an assignment that a student can begin, in under 40 actions', async ({
  page,
  empty,
  browser,
  address,
}) => {
  const { click, fill, count } = counted(page);
  await page.goto(empty.first);
  await fill('Given name', 'Ruth');
  await fill('Surname', 'Mandelbrod');
  await fill('E-mail', 'ruth@school.example');
  await fill('Password', 'a long password');
  await fill('Once more', 'a long password');
  await expectClean(page, 'welcome');
  await click('Begin');
  await fill('Title', 'Field Data Skills');
  await click('Make it');
  await click('Bring in a class list');
  await fill('The table, pasted', CLASS);
  await expect(page.getByRole('row')).toHaveCount(301);
  await expectClean(page, 'a class list', 'tbody tr:nth-child(n+9)');
  await click('Enter these 300 people');
  await expect(page.getByRole('rowheader', { name: 'Okafor 299, Kim' })).toBeVisible();
  await expectClean(page, 'a course', 'tbody tr:nth-child(n+9)');
  await click('New assignment', 'link');
  await fill('Title', 'Gap filling');
  for (const n of [1, 2, 3]) {
    if (n > 1) await click('Add a proof point');
    const point = page.getByRole('listitem', { name: `Proof point P${n}` });
    await point.getByLabel('Title', { exact: true }).fill(`Point ${n}`);
    await point.getByLabel(`P${n} a, what must be seen`).fill(`the code {station}`);
  }
  const fields = 6;
  await expect(
    page.getByRole('list', { name: 'Examples from the class list' }).getByRole('listitem'),
  ).toHaveCount(3);
  await click('Save');
  await expect(page.getByRole('heading', { level: 1, name: 'Gap filling' })).toBeVisible();
  await fill('Opens', '2026-01-01T08:00');
  await fill('Due', '2099-01-01T18:00');
  await click('Save');
  await expect(page.getByText('Saved.')).toBeVisible();
  await expectClean(page, 'the builder');
  await click('Give it to the students');
  await expect(page.getByText('Given: students see it.')).toBeVisible();
  expect(count() + fields).toBeLessThan(40);

  // A student gets a link, sets a password, and finds the own station code in what is asked.
  await page.goBack();
  await page.goto('/courses');
  await page.getByRole('link', { name: 'Field Data Skills' }).click();
  await page.getByRole('button', { name: 'Sign-in link for Okafor 7, Kim' }).click();
  await expectBegun(page.getByRole('dialog'));
  // A server that sends no mail says nothing of mail.
  await expect(page.getByRole('dialog').getByRole('checkbox')).toHaveCount(0);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: 'A sign-in link', exact: true })).toBeVisible();
  await expectBegun(page.getByRole('dialog'));
  const href =
    (await page
      .getByRole('dialog')
      .getByText(/\/welcome\//)
      .textContent()) ?? '';
  const context = await browser.newContext({ baseURL: address });
  const student = await context.newPage();
  await student.goto(href.trim());
  await student.getByLabel('Password', { exact: true }).fill('my own password');
  await student.getByLabel('Once more').fill('my own password');
  await student.getByRole('button', { name: 'Begin' }).click();
  await student.getByRole('link', { name: /Gap filling/ }).click();
  await expect(student.getByText('the code NE-7').first()).toBeVisible();
  await student.goto(href.trim());
  await expect(student.getByRole('alert')).toContainText('used already');
  await context.close();
});

test('a course that was made by mistake is changed, or removed as long as it has no assignment', async ({
  page,
  empty,
}) => {
  await page.goto(empty.first);
  await expect(page.getByLabel('Given name')).toBeFocused();
  await page.getByRole('button', { name: 'Begin' }).click();
  // Nothing of it is filled in: what is missing is said at each field, and the first of them is the next to fill in.
  await expect(page.getByLabel('Surname')).toBeFocused();
  await page.keyboard.type('Mandelbrod');
  await page.getByLabel('E-mail').fill('ruth@school.example');
  for (const label of ['Password', 'Once more'])
    await page.getByLabel(label, { exact: true }).fill('a long password');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByRole('alert')).toHaveText('A course needs a title.');
  await expect(page.getByLabel('Title')).toBeFocused();
  await page.keyboard.type('Filed Data');
  await page.getByLabel('Language of names').selectOption('German');
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.getByRole('button', { name: 'Remove the course …' }).click();
  await expectBegun(page.getByRole('dialog'));
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Remove the course …' }).click();
  await page.getByRole('button', { name: 'Remove the course', exact: true }).click();
  await expect(page.getByText('There is no course yet.')).toBeVisible();
  await expect(page.getByText('The course is removed.')).toBeVisible();
});

test('what is written in the builder outlives a reload; a wrong field is marked and nothing is saved; another order by keys', async ({
  page,
  empty,
}) => {
  await page.goto(empty.first);
  for (const [label, text] of [
    ['Surname', 'Mandelbrod'],
    ['E-mail', 'ruth@school.example'],
    ['Password', 'a long password'],
    ['Once more', 'a long password'],
  ] as const)
    await page.getByLabel(label, { exact: true }).fill(text);
  await page.getByRole('button', { name: 'Begin' }).click();
  await page.getByLabel('Title').fill('Field Data Skills');
  await page.getByRole('button', { name: 'Make it' }).click();
  await page.getByRole('link', { name: 'New assignment' }).click();
  await page.getByLabel('Title', { exact: true }).first().fill('Gap filling');
  await page.getByLabel('P1 a, what must be seen').fill('first');
  await page.getByLabel('P1 a, what must be seen').press('Enter');
  await expect(page.getByLabel('P1 b, what must be seen')).toBeFocused();
  await page.keyboard.type('second');
  await page.getByLabel('P1 b, points').fill('one');
  await page.getByLabel('How pictures are named').fill('{surnam}');
  await expect(page.getByText('{surnam} is not known.')).toBeVisible();
  await expect(page.getByText('Not saved yet; kept in this browser.')).toBeVisible();
  await expect
    .poll(() => page.evaluate(() => Object.values({ ...localStorage }).join('')))
    .toContain('{surnam}');
  page.on('dialog', (dialog) => void dialog.accept());
  await page.reload();
  await expect(page.getByText('What was written here and not saved is back')).toBeVisible();
  await expect(page.getByLabel('P1 b, what must be seen')).toHaveValue('second');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('A proof point needs a title.')).toBeVisible();
  await expect(page.getByText(/Points are a number/)).toBeVisible();
  await page
    .getByRole('listitem', { name: 'Proof point P1' })
    .getByLabel('Title', { exact: true })
    .fill('One');
  await page.getByLabel('P1 b, points').fill('1,5');
  await page.getByLabel('How pictures are named').fill('{point}');
  await page.getByRole('button', { name: 'Add a proof point' }).click();
  const second = page.getByRole('listitem', { name: 'Proof point P2' });
  await second.getByLabel('Title', { exact: true }).fill('Two');
  await second.getByLabel('P2 a, what must be seen').fill('third');
  // By the keys of the drag handle, and back by its button.
  await page.getByRole('button', { name: 'Drag P2 to another place' }).focus();
  for (const key of ['Space', 'ArrowUp', 'ArrowUp', 'Escape', 'Space', 'ArrowUp', 'Space'])
    await page.keyboard.press(key);
  await expect(page.getByText('P1 is put down.')).toBeAttached();
  await expect(page.getByRole('button', { name: 'Drag P1 to another place' })).toBeFocused();
  const first = page.getByRole('listitem', { name: 'Proof point P1' }).getByLabel('Title', { exact: true });
  await expect(first).toHaveValue('Two');
  await page.getByRole('button', { name: 'Move P1 down' }).click();
  await expect(first).toHaveValue('One');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page).toHaveURL(/\/edit$/);
  await expect(page.getByLabel('P1 b, points')).toHaveValue('1.5');
  // Saved twice, the second time without a second version of what is new.
  await page.getByRole('button', { name: 'Add a proof point' }).click();
  const third = page.getByRole('listitem', { name: 'Proof point P3' });
  await third.getByLabel('Title', { exact: true }).fill('Three');
  await third.getByLabel('P3 a, what must be seen').fill('fourth');
  const save = async () => {
    const answer = page.waitForResponse(
      (r) => r.request().method() === 'GET' && r.url().endsWith('/definition'),
    );
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    return (await (await answer).json()).definition.points.map((point: { id: string }) => point.id);
  };
  const ids = await save();
  await page.getByLabel('Title', { exact: true }).first().fill('Gap filling, again');
  expect(await save()).toEqual(ids);
});
