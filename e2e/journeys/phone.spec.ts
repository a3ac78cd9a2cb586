import type { Page } from '@playwright/test';
import jsQR from 'jsqr';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { loseNext } from '../fixtures/lost.ts';
import { addByDrop, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, serverDraft, signIn, test } from '../fixtures/school.ts';

/** The address in the code on the screen, read by another library than the one that draws it. */
async function readCode(page: Page): Promise<string> {
  const shot = await page.getByRole('img', { name: 'The code for your telephone' }).screenshot();
  const { data, info } = await sharp(shot).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return jsQR(new Uint8ClampedArray(data), info.width, info.height)?.data ?? '';
}

const openCode = async (page: Page, school: School) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await page.getByRole('button', { name: 'Telephone', exact: true }).click();
  await page.getByRole('img', { name: 'The code for your telephone' }).waitFor();
};

test('a telephone photographs into the mount: the code is read, one picture is sent, the work goes on at the screen', async ({
  page,
  school,
  browser,
}) => {
  await openCode(page, school);
  // Here the server listens at this computer alone, and that is said.
  await expect(page.getByText(/which no telephone can reach/)).toBeVisible();
  await expectClean(page, 'the code for a telephone');
  const address = await readCode(page);
  expect(address).toMatch(new RegExp(`^${school.address}/phone/[\\w-]{22}$`));

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const there = await phone.newPage();
  await there.goto(address);
  await expect(there.getByText(/One picture for P1 The curve, of One picture/)).toBeVisible();
  await expectClean(there, 'the page on a telephone');
  const input = there.getByLabel('Take the picture');
  // What is no picture is said, and the way stays open.
  await input.setInputFiles({ name: 'a.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
  await expect(there.getByRole('alert')).toContainText('a.jpg');
  const photo = await sharp(await testPicture(900, 1200))
    .jpeg()
    .toBuffer();
  await there
    .getByLabel('Take another picture')
    .setInputFiles({ name: 'IMG_7.jpg', mimeType: 'image/jpeg', buffer: photo });
  await expect(there.getByText(/The picture is there/)).toBeVisible();

  // At the screen it is framed as any other.
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  const { evidence } = await serverDraft(page, school.single);
  expect(evidence).toMatchObject([{ capture: { source: 'camera', originalName: 'IMG_7.jpg', width: 900 } }]);

  // The code has done its work.
  await there.goto(address);
  await expect(there.getByText(/The picture is there/)).toBeVisible();
  await there.goto(`${address.slice(0, -1)}_`);
  await expect(there.getByText(/This code is over/)).toBeVisible();
});

test('a picture that comes after its code was closed, and another asked for, is in its mount at once, and nothing is opened over what one does', async ({
  page,
  school,
  browser,
}) => {
  await openCode(page, school);
  const address = await readCode(page);
  const another = page.waitForResponse(
    (response) => response.url().endsWith('/handovers') && response.request().method() === 'POST',
  );
  await page.getByRole('button', { name: 'Make a new code' }).click();
  expect((await another).ok()).toBe(true);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const there = await phone.newPage();
  await there.goto(address);
  await there
    .getByLabel('Take the picture')
    .setInputFiles({ name: 'b.png', mimeType: 'image/png', buffer: await testPicture(320, 200, 8) });
  await expect(page.getByText('The picture from your telephone is in P1.')).toBeVisible();
  await expect(page.locator('[data-status=saved]')).toHaveText('320 × 200 · saved');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('where the proof point is full that is said before, and the picture is among the captures', async ({
  page,
  school,
  browser,
}) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 400, 300, 'Escape');
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  await page.getByRole('button', { name: 'Telephone', exact: true }).click();
  await expect(page.getByText(/P1 is full\. The picture will be among your captures/)).toBeVisible();
  const there = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await page.getByRole('img', { name: 'The code for your telephone' }).waitFor();
  const address = await readCode(page);
  await there.goto(address);
  // A second telephone has read the same code.
  const late = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await late.goto(address);
  await late.getByLabel('Take the picture').waitFor();
  await there
    .getByLabel('Take the picture')
    .setInputFiles({ name: 'b.png', mimeType: 'image/png', buffer: await testPicture(320, 200, 8) });
  await expect(page.getByText('P1 has no room: the picture is among your captures.')).toBeVisible();
  await late
    .getByLabel('Take the picture')
    .setInputFiles({ name: 'c.png', mimeType: 'image/png', buffer: await testPicture(320, 200, 9) });
  await expect(late.getByRole('alert')).toContainText('was not taken');
  await page.goto('/captures');
  await expect(page.getByRole('button', { name: 'Open b.png' })).toBeVisible();
});

test('a telephone whose answer was lost is not told that its picture was not taken', async ({
  page,
  school,
  browser,
}) => {
  await openCode(page, school);
  const address = await readCode(page);
  const there = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await there.goto(address);
  await loseNext(there, '**/api/phone/*/picture?*');
  await there
    .getByLabel('Take the picture')
    .setInputFiles({ name: 'd.png', mimeType: 'image/png', buffer: await testPicture(320, 200, 8) });
  await expect(there.getByText(/The picture is there/)).toBeVisible();
  await expect(there.getByRole('alert')).toHaveText(/No answer came back/);
  await page.getByTestId('frame-stage').waitFor();
});
