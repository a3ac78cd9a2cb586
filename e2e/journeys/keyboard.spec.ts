import type { Page } from '@playwright/test';
import { wholeBrowser } from '../fixtures/browsers.ts';
import { expect, type Person, serverDraft, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

// Behind the last of a page Tab goes on with the first only where the browser has a window.
test.use(wholeBrowser);

/** Tabs on until what has the focus is the wanted thing: what cannot be reached by Tab fails here. */
async function tabTo(page: Page, name: RegExp, role?: string): Promise<void> {
  for (let i = 0; i < 80; i++) {
    const found = await page.evaluate(
      ([source, wanted]) => {
        const at = document.activeElement;
        if (!at || at === document.body || at.id === 'main') return false;
        const label =
          at.getAttribute('aria-label') ??
          (at as HTMLInputElement).labels?.[0]?.textContent ??
          at.textContent ??
          '';
        const kind = at.getAttribute('role') ?? at.tagName.toLowerCase();
        return new RegExp(source as string).test(label.trim()) && (!wanted || kind === wanted);
      },
      [name.source, role ?? ''],
    );
    if (found) {
      // Whoever works by keyboard has to see where they are.
      const visible = await page.evaluate(() => {
        const style = getComputedStyle(document.activeElement as Element);
        return style.outlineStyle !== 'none' && Number.parseFloat(style.outlineWidth) >= 2;
      });
      expect(visible, `the focus on ${name} is seen`).toBe(true);
      return;
    }
    await page.keyboard.press('Tab');
  }
  throw new Error(`${name} cannot be reached by Tab.`);
}

async function signInByKeys(page: Page, person: Person): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').waitFor();
  await tabTo(page, /^E-mail/);
  await page.keyboard.type(person.email);
  await page.keyboard.press('Tab');
  await page.keyboard.type('river-survey');
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'Assignments' }).waitFor();
}

test('the whole way by keyboard alone', async ({ page, school }) => {
  await signInByKeys(page, school.student);
  await tabTo(page, /^Rating curve/);
  await page.keyboard.press('Enter');
  await page.getByText('The next picture goes to P1').waitFor();

  await tabTo(page, /^Practice desk/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Curve Fitter$/);
  await page.keyboard.press('Enter');
  // The frame has the focus at once: pull the lower right corner in, then move the frame by a pixel and by ten.
  await page.getByTestId('frame-stage').waitFor();
  const frame = page.getByTestId('frame');
  await page.keyboard.press('Alt+Shift+ArrowLeft');
  await page.keyboard.press('Alt+Shift+ArrowUp');
  await expect(frame).toHaveAttribute('data-box', '0,0,650,530');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(frame).toHaveAttribute('data-box', '1,10,650,530');
  await page.keyboard.press('Control+ArrowRight');
  await expect(frame).toHaveAttribute('data-box', '2,10,649,530');
  await page.keyboard.press('Enter');
  // Pins: a letter puts it in the middle, arrows move it.
  await page.getByText('not pinned').first().waitFor();
  await page.keyboard.press('a');
  await page.keyboard.press('Shift+ArrowLeft');
  await page.keyboard.press('b');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);

  await tabTo(page, /^Practice desk/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Stage Table$/);
  await page.keyboard.press('Enter');
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  const draft = await serverDraft(page, school.curve);
  expect(draft.evidence[0].framing.box).toEqual({ x: 2, y: 10, width: 649, height: 530 });
  expect(draft.evidence[0].marks).toEqual([
    // At a third and two thirds of the frame, then ten to the left and one down.
    { kind: 'pin', letter: 'a', x: 2 + 216 - 10, y: 10 + 265 },
    { kind: 'pin', letter: 'b', x: 2 + 432, y: 10 + 265 + 1 },
  ]);

  await tabTo(page, /^Hand in …/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Your own statement/);
  await page.keyboard.type('Written with keys.');
  await expect(page.getByRole('button', { name: 'Hand in now' })).toBeEnabled();
  await tabTo(page, /^Hand in now/);
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  await tabTo(page, /^Sign out/);
  await page.keyboard.press('Enter');

  // The instructor: at most three keys for one picture.
  await page.getByLabel('E-mail').waitFor();
  await signInByKeys(page, school.instructor);
  await tabTo(page, /^Rating curve/);
  await page.keyboard.press('Enter');
  await page.getByRole('table').waitFor();
  await tabTo(page, /^Ödegård/);
  await page.keyboard.press('Enter');
  await page.getByTestId('points').waitFor();
  await pictureSeen(page);
  await page.keyboard.press('1');
  await page.keyboard.press('2');
  await expect(page.getByTestId('points')).toHaveText('1.38 of 3.25');
  await page.keyboard.press('ArrowRight');
  await pictureSeen(page);
  await page.keyboard.press('Shift+Digit1');
  await expect(page.getByTestId('points')).toHaveText('2.88 of 3.25');
  await page.keyboard.press('a');
  await page.keyboard.press('3');
  await expect(page.getByTestId('points')).toHaveText('1.38 of 3.25');
  await page.keyboard.press('v');
  await page.keyboard.press('r');
  await page.getByRole('textbox', { name: /Remark at/ }).waitFor();
  await page.keyboard.type('Only eleven rows are seen.');
  await page.keyboard.press('Alt+ArrowRight');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('[data-remark="1"]')).toBeVisible();
  await tabTo(page, /^Release to/);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^Released /).first()).toBeVisible();
  await tabTo(page, /^Sign out/);
  await page.keyboard.press('Enter');

  await page.getByLabel('E-mail').waitFor();
  await signInByKeys(page, school.student);
  await tabTo(page, /^Rating curve/);
  await page.keyboard.press('Enter');
  await page.getByText(/returned: 1\.38/).waitFor();
  await tabTo(page, /returned: 1\.38/);
  await page.keyboard.press('Enter');
  await tabTo(page, /^Remark 1: Only eleven rows/);
});
