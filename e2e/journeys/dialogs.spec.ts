import type { Locator } from '@playwright/test';
import { focusIn, throughAndBack } from '../fixtures/dialogs.ts';
import { handInCurve, handInOne } from '../fixtures/handIns.ts';
import { addByDrop, dropFiles, testPicture } from '../fixtures/pictures.ts';
import { expect, openCourse, openSheet, signIn, test } from '../fixtures/school.ts';
import { judgedAndBack, pictureSeen } from '../fixtures/seen.ts';

test('every dialog has the focus while it is open, and gives it back', async ({ page, school }) => {
  const handInId = await handInCurve(page, school);
  await openSheet(page, school.single);
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: true });
  // One dialog that follows another goes back to where the first came from.
  await button('Practice desk').focus();
  await page.keyboard.press('Enter');
  const desk = page.getByRole('dialog', { name: 'Practice desk' });
  await desk.getByRole('button', { name: 'Curve Fitter', exact: true }).press('Enter');
  await page.getByRole('dialog', { name: /^P1/ }).waitFor();
  await page.keyboard.press('Escape');
  await page.getByRole('dialog').waitFor({ state: 'detached' });
  await expect(button('Practice desk'), 'after a picture of the practice desk').toBeFocused();
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-status]')).toHaveCount(0);
  await addByDrop(page, 400, 300, 'Escape');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  expect(await focusIn(page), 'after a picture that was dropped').toBe('the page');
  const stage = (dialog: Locator) => dialog.locator('[data-begin]');
  const settings = (dialog: Locator) => dialog.getByRole('link', { name: 'your settings' });
  await throughAndBack(page, button('Frame'), /^P1/, stage);
  await throughAndBack(page, button('Bench'), /^P1/, (dialog) => dialog.getByRole('application'));
  await throughAndBack(page, button(/^More for/), /The picture in P1/, (dialog) =>
    dialog.getByRole('button', { name: 'Save' }).first(),
  );
  await throughAndBack(page, button('Practice desk'), /Practice desk/, (dialog) =>
    dialog.getByRole('application'),
  );
  await throughAndBack(page, button('Camera'), /./, (dialog) => dialog.getByRole('button').nth(1));
  await throughAndBack(page, button('Plate'), /^A plate/, (dialog) => dialog.getByRole('textbox').first());
  await throughAndBack(page, button(/^Keys/), 'Keys of this page', settings);
  await page.goto(`/assignments/${school.single.id}/hand-in`);
  await throughAndBack(page, button(/large$/), /^P1/, stage);
  await page.goto('/captures');
  await throughAndBack(page, button(/^Open /).first(), /./, stage);

  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await throughAndBack(page, button(/^Other times for/).first(), /^Other times for/, (dialog) =>
    dialog.locator('input').first(),
  );
  await throughAndBack(page, button(/^Correct for all/), /Correct/, (dialog) =>
    dialog.getByRole('combobox', { name: /^Must-show/ }),
  );
  await page.goto(`/hand-ins/${handInId}/review`);
  await page.getByTestId('points').waitFor();
  await throughAndBack(page, button(/^Keys/), 'Keys of this page', settings);
});

test('the dialogs of a course and of its book begin at their work, and give the focus back', async ({
  page,
  school,
}) => {
  const handInId = await handInCurve(page, school);
  const button = (name: string | RegExp) => page.getByRole('button', { name });
  const textbox = (dialog: Locator) => dialog.getByRole('textbox').first();
  await page.goto(`/hand-ins/${handInId}`);
  await throughAndBack(page, button(/^Withdraw/), /^Withdraw/, (dialog) =>
    dialog.getByRole('button', { name: 'Not now' }),
  );
  await openSheet(page, school.single);
  await throughAndBack(page, button(/telephone/i), /telephone$/, (dialog) =>
    dialog.getByRole('button').nth(1),
  );

  await signIn(page, school, school.instructor);
  await openCourse(page);
  await page.getByRole('heading', { name: 'People' }).waitFor();
  const course = page.url();
  await throughAndBack(page, button(/^Copy for another term/), 'Copy for another term', textbox);
  await throughAndBack(page, button('Bring in a class list'), 'Bring in a class list', textbox);
  await throughAndBack(page, button(/^Change .*, /).first(), /^Change /, textbox);
  await throughAndBack(page, button(/^Remove .* from the course/).first(), /from the course\?$/, (dialog) =>
    dialog.getByRole('button').nth(1),
  );
  await page.goto(`${course}/ledger`);
  await throughAndBack(page, button('Bring in points'), 'Bring in points', textbox);
  await throughAndBack(page, button(/Rating curve: /).first(), /Rating curve$/, textbox);
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await throughAndBack(page, button(/^Share out/), 'Who judges whom', (dialog) =>
    dialog.locator('input, select').first(),
  );
  await page.goto(`/assignments/${school.curve.id}/edit`);
  await throughAndBack(page, button(/^Add a picture to/).first(), /^Reference picture/, (dialog) =>
    dialog.locator('input[type=file]'),
  );
});

test('a dialog that asks before something is done begins at its answer, and gives the focus back', async ({
  page,
  school,
}) => {
  const first = await handInOne(page, school, school.student);
  const asked = async (name: string | RegExp, beginsAt: (dialog: Locator) => Locator) => {
    const dialog = page.getByRole('dialog', { name });
    await expect(beginsAt(dialog), `on opening ${name}`).toBeFocused();
    await page.keyboard.press('Escape');
    await dialog.waitFor({ state: 'detached' });
    await expect.poll(() => focusIn(page), { message: `after ${name}` }).toBe('the page');
  };
  // What comes by dropping has no button that it came from.
  await signIn(page, school, school.classmate);
  await openSheet(page, school.single);
  await addByDrop(page, 320, 200);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await dropFiles(page, [{ name: 'b.png', bytes: await testPicture(400, 200), type: 'image/png' }]);
  await asked('P1 is full', (dialog) => dialog.getByRole('button', { name: 'Replace this one' }));

  await signIn(page, school, school.instructor);
  await judgedAndBack(page, first, school.single.id);
  await throughAndBack(page, page.getByRole('button', { name: /^Release 1/ }), /^Release 1/, (dialog) =>
    dialog.getByRole('button', { name: 'Release 1' }),
  );
  await page.goto(`/assignments/${school.single.id}/edit`);
  await page.getByLabel('Title', { exact: true }).first().fill('Another title');
  await throughAndBack(
    page,
    page.getByRole('button', { name: 'Save', exact: true }),
    'Students have work in it already',
    (dialog) => dialog.getByRole('button', { name: 'Change it' }),
  );
});

test('what was done to a hand-in is looked at and taken back with the focus where the work is', async ({
  page,
  school,
}) => {
  const handInId = await handInOne(page, school, school.student);
  const button = (name: string | RegExp) => page.getByRole('button', { name });
  await signIn(page, school, school.instructor);
  await judgedAndBack(page, handInId, school.single.id);
  await page.goto(`/hand-ins/${handInId}/review`);
  await pictureSeen(page);
  await page.getByRole('button', { name: /^Release to/ }).press('Enter');
  const back = button(/^Take the release back/);
  await back.waitFor();
  expect(await focusIn(page), 'after releasing').toBe('the page');
  await throughAndBack(page, button('How the points came about'), 'How the points came about', (dialog) =>
    dialog.getByRole('list'),
  );
  await back.press('Enter');
  await expect(page.getByLabel(/^Why/)).toBeFocused();
  await page.getByRole('button', { name: 'Leave it released' }).press('Enter');
  await expect(back).toBeFocused();
});

test('no action leaves the focus on nothing: taking out, putting back, dismissing, moving', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await addByDrop(page, 400, 300, 'Escape');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const act = async (name: string | RegExp) => {
    await page.getByRole('button', { name }).first().focus();
    await page.keyboard.press('Enter');
  };
  await act(/^Remove /);
  await expect(page.getByText(/was removed from P1\.$/)).toBeVisible();
  await expect.poll(() => focusIn(page), { message: 'after Remove' }).toBe('the page');
  await act('Undo');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await expect.poll(() => focusIn(page), { message: 'after Undo' }).toBe('the page');
  await act(/^More for/);
  await act(/^Move to P2/);
  await expect(page.getByTestId('last-change')).toContainText('moved to P2');
  await expect.poll(() => focusIn(page), { message: 'after Move' }).toBe('the page');
});

test('a button that works for a while has the focus again when it is done, in a dialog and on a page', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  await addByDrop(page, 400, 300, 'Escape');
  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  await page.getByRole('dialog').locator('ul button').first().click();
  await page.locator('canvas[data-whole=true]').waitFor();
  const saved = page.waitForEvent('download');
  const pdf = page.getByRole('button', { name: 'Save as PDF' });
  await pdf.focus();
  await page.keyboard.press('Enter');
  await saved;
  await expect(pdf).toBeFocused();
  await page.keyboard.press('Escape');
  await page.goto('/ready');
  const again = page.getByRole('button', { name: 'Try again' }).first();
  await again.waitFor();
  // What is tried by itself is done: until then the first of them is another one.
  await expect(page.getByRole('button', { name: 'Trying …' })).toHaveCount(0);
  await again.focus();
  await page.keyboard.press('Enter');
  await expect(again).toBeEnabled();
  await expect(again).toBeFocused();
});

test('the browser’s Back closes what is open, the topmost first, and leaves the page only then', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await page.goto('/');
  await page.getByRole('link', { name: 'One picture' }).click();
  await addByDrop(page, 400, 300);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const sheet = page.url();
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  const bench = page.getByRole('dialog', { name: /^P1/ });
  await bench.waitFor();
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: /^Keys of/ });
  await keys.waitFor();
  await page.goBack();
  await expect(keys).toHaveCount(0);
  await expect(bench).toBeVisible();
  await page.goBack();
  await expect(bench).toHaveCount(0);
  // The way back to it takes the browser a moment.
  await expect(page).toHaveURL(sheet);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  // Nothing is left over: the next step back leaves, the next step forward comes back.
  await page.goBack();
  await expect(page).not.toHaveURL(sheet);
  await page.goForward();
  await expect(page).toHaveURL(sheet);
});
