import type { Locator } from '@playwright/test';
import { testPicture } from '../fixtures/pictures.ts';
import { expect, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

/** A tap or click, a field filled, a file chosen. */
const MOST = { student: 8, instructor: 7 };

/** The way from signing in to a receipt, and from there to a released grade, by somebody who has never seen it. */
for (const { name, use } of [
  {
    name: 'by touch at 390 x 844',
    use: { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
  },
  { name: 'at 200 % of 1280 x 800', use: { viewport: { width: 640, height: 400 } } },
] as const) {
  test.describe(name, () => {
    test.use(use);

    test('a picture is handed in, judged and released', async ({ page, school }) => {
      let actions = 0;
      const press = async (what: Locator) => {
        actions++;
        await ('hasTouch' in use ? what.tap() : what.click());
      };
      const fill = async (label: string, text: string) => {
        actions++;
        await page.getByLabel(label, { exact: true }).fill(text);
      };
      const button = (called: string | RegExp) => page.getByRole('button', { name: called });
      const signInAs = async (email: string) => {
        await fill('E-mail', email);
        await fill('Password', 'river-survey');
        await press(button('Sign in'));
      };

      await page.goto('/');
      await signInAs(school.student.email);
      await press(page.getByRole('link', { name: /One picture/ }));
      actions++;
      await page
        .getByLabel('Picture files')
        .setInputFiles({ name: 'a.png', mimeType: 'image/png', buffer: await testPicture(800, 500) });
      await page.getByTestId('frame-pixels').waitFor();
      await press(button('Accept'));
      await expect(page.locator('[data-status=saved]')).toBeVisible();
      await press(button('Hand in …'));
      await press(button('Hand in now'));
      await expect(page.getByRole('heading', { name: 'Receipt' })).toBeVisible();
      expect(actions, 'actions of the student').toBeLessThanOrEqual(MOST.student);

      await page.context().clearCookies();
      actions = 0;
      await page.goto('/sign-in');
      await signInAs(school.instructor.email);
      await press(page.getByRole('link', { name: /One picture/ }));
      await press(page.getByRole('link', { name: 'Review the next one' }));
      await pictureSeen(page);
      await press(button(/^shown/).first());
      await expect(page.getByTestId('points')).not.toHaveText(/^–/);
      await press(button(/Release to/));
      await expect(page.getByText(/^Released /).first()).toBeVisible();
      expect(actions, 'actions of the instructor').toBeLessThanOrEqual(MOST.instructor);
    });
  });
}
