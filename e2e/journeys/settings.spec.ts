import { expectClean, expectReadable } from '../fixtures/axe.ts';
import { handInCurve } from '../fixtures/handIns.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

test('? shows the keys of the page and of the dialog on top of it; Escape goes back to where one was', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys of this page' });
  await expect(keys.getByRole('heading', { name: 'Proof sheet' })).toBeVisible();
  await expectClean(page, 'the keys of a page');
  await page.keyboard.press('Escape');
  await addByDrop(page, 300, 200, 'Escape');
  await page.getByRole('button', { name: 'Frame' }).click();
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('?');
  await expect(keys.getByRole('heading', { name: 'Framing' })).toBeVisible();
  await expect(keys.getByRole('heading', { name: 'Proof sheet' })).toHaveCount(0);
  await expect(keys.locator(':focus')).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('frame-view')).toBeFocused();
});

test('single keys can be turned off, and all goes back to how it was in one step', async ({
  page,
  school,
}) => {
  const handInId = await handInCurve(page, school);
  await signIn(page, school, school.instructor);
  await page.goto('/settings');
  await page.getByLabel('Single keys are commands').uncheck();
  await page.getByRole('radio', { name: 'Dark' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-scheme', 'dark');
  await expectClean(page, 'the settings');
  await page.goto(`/hand-ins/${handInId}/review`);
  const first = page.getByRole('button', { name: 'shown', exact: true }).first();
  await first.waitFor();
  await page.keyboard.press('1');
  await page.keyboard.press('?');
  await expect(first).toHaveAttribute('aria-pressed', 'false');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  // What is held with Ctrl, and arrows, are no single characters.
  await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('stage')).toHaveAttribute('aria-label', /P2$/);
  await page.goto('/settings');
  await page.getByRole('button', { name: 'Back to how they were at first' }).click();
  await expect(page.getByLabel('Single keys are commands')).toBeChecked();
  await expect(page.locator('html')).not.toHaveAttribute('data-scheme');
  await page.goto(`/hand-ins/${handInId}/review`);
  await first.waitFor();
  await pictureSeen(page);
  await page.keyboard.press('1');
  await expect(first).toHaveAttribute('aria-pressed', 'true');
});

test.describe('by night', () => {
  test.use({ colorScheme: 'dark' });
  test('every main view can be read', async ({ page, school }) => {
    const handInId = await handInCurve(page, school);
    await page.goto(`/hand-ins/${handInId}`);
    await page.getByRole('heading', { name: 'Receipt' }).waitFor();
    const colours = () =>
      page.evaluate(() => {
        const { backgroundColor, color } = getComputedStyle(document.documentElement);
        return [backgroundColor, color];
      });
    expect(await colours()).toEqual(['rgb(23, 29, 31)', 'rgb(233, 230, 218)']);
    // On paper it is ink on white, whatever the screen.
    await page.emulateMedia({ media: 'print', colorScheme: 'dark' });
    expect(await colours()).toEqual(['rgb(255, 255, 255)', 'rgb(0, 0, 0)']);
    await page.emulateMedia({ media: 'screen', colorScheme: 'dark' });
    await expectReadable(page, 'a receipt by night');
    for (const path of ['/', '/captures', '/settings', `/assignments/${school.single.id}`]) {
      await page.goto(path);
      await page.locator('main h1').first().waitFor();
      await expectReadable(page, `${path} by night`);
    }
    await addByDrop(page, 300, 200, 'Escape');
    await page.getByRole('button', { name: 'Frame' }).click();
    await page.getByTestId('frame-stage').waitFor();
    await expectReadable(page, 'framing by night');
    await signIn(page, school, school.instructor);
    for (const path of [`/assignments/${school.curve.id}/hand-ins`, `/hand-ins/${handInId}/review`]) {
      await page.goto(path);
      await page.locator('main h1').first().waitFor();
      await expectReadable(page, `${path} by night`);
    }
    const grey = await page.getByTestId('stage').evaluate((e) => getComputedStyle(e).backgroundColor);
    expect(grey).toBe('rgb(119, 119, 119)');
  });
});

test.describe('with the system’s own colours', () => {
  test.use({ forcedColors: 'active' });
  test('what is chosen is told apart by a line', async ({ page, school }) => {
    const handInId = await handInCurve(page, school);
    await signIn(page, school, school.instructor);
    await page.goto(`/hand-ins/${handInId}/review`);
    const first = page.getByRole('button', { name: 'shown', exact: true }).first();
    await first.waitFor();
    const line = () => first.evaluate((e) => getComputedStyle(e).outlineStyle);
    expect(await line()).toBe('none');
    await pictureSeen(page);
    await page.keyboard.press('1');
    await expect(first).toHaveAttribute('aria-pressed', 'true');
    expect(await line()).toBe('solid');
  });
});

test('an arrow chooses the next of a few, however shortly it is pressed', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await page.goto('/settings');
  const chosen = page.getByRole('radio', { checked: true });
  const before = await chosen.textContent();
  await chosen.focus();
  // Both within one turn of the page, as a busy machine delivers them.
  await chosen.evaluate((element) => {
    const init = { key: 'ArrowRight', code: 'ArrowRight', bubbles: true, cancelable: true };
    element.dispatchEvent(new KeyboardEvent('keydown', init));
    element.dispatchEvent(new KeyboardEvent('keyup', init));
  });
  await expect(chosen).not.toHaveText(before ?? '');
  await expect(chosen).toBeFocused();
});
