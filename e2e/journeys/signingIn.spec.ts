import type { Page } from '@playwright/test';
import { intercept } from '../fixtures/intercept.ts';
import { expect, type Person, signIn, test } from '../fixtures/school.ts';

async function signInByForm(page: Page, person: Person): Promise<void> {
  await page.getByLabel('E-mail').fill(person.email);
  await page.getByLabel('Password').fill('river-survey');
  await page.getByRole('button', { name: 'Sign in' }).click();
}

test('signing in has the focus at every step: typed at once, refused, let in, signed out', async ({
  page,
  school,
}) => {
  await page.goto('/sign-in');
  await expect(page.getByLabel('E-mail')).toBeFocused();
  await page.keyboard.type(school.student.email);
  await page.getByLabel('Password').fill('not this one');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('alert').waitFor();
  await expect(page.getByLabel('Password')).toBeFocused();
  // What was wrong is chosen: typing puts the right one in its place.
  await page.keyboard.type('river-survey');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('link', { name: /Rating curve/ }).waitFor();
  await expect(page.locator('#main')).toBeFocused();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByLabel('E-mail')).toBeFocused();
});

test('who signs in while the page of the one before is still being read sees their own', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  let letGo = () => {};
  const held = new Promise<void>((done) => {
    letGo = done;
  });
  let readings = 0;
  await intercept(page, '**/api/assignments', async (route) => {
    readings += 1;
    if (readings === 1) await held;
    await route.continue();
  });
  await page.goto('/');
  await expect.poll(() => readings).toBe(1);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await signInByForm(page, school.instructor);
  await expect(page.getByLabel(`Your settings, ${school.instructor.name}`)).toBeVisible();
  letGo();
  await expect(page.getByRole('link', { name: /Rating curve/ })).toBeVisible();
});
