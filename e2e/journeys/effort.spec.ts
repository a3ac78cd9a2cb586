import type { Page } from '@playwright/test';
import { handInCurve } from '../fixtures/handIns.ts';
import { copyPicture, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

/** Counts what a person does: a click, a key, a paste, one field filled. */
class Person {
  actions = 0;
  constructor(readonly page: Page) {}
  async key(name: string): Promise<void> {
    this.actions++;
    await this.page.keyboard.press(name);
  }
  async click(name: string): Promise<void> {
    this.actions++;
    await this.page.getByRole('button', { name }).click();
  }
  async clickAt(x: number, y: number): Promise<void> {
    this.actions++;
    const box = await this.page.locator('[data-scale]').boundingBox();
    await this.page.mouse.click((box?.x ?? 0) + x, (box?.y ?? 0) + y);
  }
  async fill(name: string, text: string): Promise<void> {
    this.actions++;
    await this.page.getByRole('textbox', { name }).fill(text);
  }
}

test('two pictures with pins and a statement are handed in by at most 9 actions, by paste', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  const person = new Person(page);
  // Copied in the other program, before each paste.
  await copyPicture(page, await testPicture(600, 400, 1));
  await person.key('ControlOrMeta+v');
  await page.getByTestId('frame-pixels').waitFor();
  await person.key('Enter');
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  // Each click pins the next must-show that is open.
  await person.clickAt(80, 60);
  await person.clickAt(200, 120);
  await expect(page.getByText('not pinned')).toHaveCount(0);
  await copyPicture(page, await testPicture(600, 400, 2));
  // Nothing is left to do on the bench: the next picture ends it.
  await person.key('ControlOrMeta+v');
  await page.getByTestId('frame-pixels').waitFor();
  await person.key('Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await person.click('Hand in …');
  await person.fill('Your own statement', 'It fits well.');
  await person.click('Hand in now');
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  expect(person.actions).toBeLessThanOrEqual(9);
});

test('a picture in which all is shown costs two keys, going on included', async ({ page, school }) => {
  const first = await handInCurve(page, school);
  await handInCurve(page, school, undefined, school.classmate);
  await signIn(page, school, school.instructor);
  await page.goto(`/hand-ins/${first}/review`);
  await page.getByTestId('points').waitFor();
  const person = new Person(page);
  const both = [/Elin/, /Imre/];
  for (const name of both) {
    await expect(page.getByRole('heading', { name })).toBeVisible();
    await pictureSeen(page);
    await person.key('Shift+Digit1');
    await person.key('ArrowRight');
    await expect(page.getByTestId('stage')).toHaveAttribute('aria-label', /P2$/);
    await pictureSeen(page);
    await person.key('Shift+Digit1');
    await expect(page.getByText('all given')).toHaveCount(2);
    await person.key('n');
  }
  const pictures = both.length * 2;
  expect(person.actions).toBe(pictures * 2);
  await page.goto(`/assignments/${school.curve.id}/hand-ins`);
  await expect(page.getByRole('button', { name: 'Release 2' })).toBeVisible();
});
