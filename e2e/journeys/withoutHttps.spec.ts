import { writeFile } from 'node:fs/promises';
import { OTHER_HOST } from '../fixtures/browsers.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, signInByForm, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

// A name that is no own machine's: to pages from there browsers give neither locks nor hashes nor random ids (W3C Secure
// Contexts). So a server is reached that is tried in a school before it has a certificate.
test('where a server is tried without HTTPS, a picture is taken, handed in, checked, judged and released', async ({
  page,
  school,
}, testInfo) => {
  const address = school.address.replace('127.0.0.1', OTHER_HOST);
  const failed: string[] = [];
  page.on('pageerror', (error) => failed.push(error.message));
  await page.goto(`${address}/sign-in`);
  expect(await page.evaluate(() => isSecureContext)).toBe(false);
  await signInByForm(page, school.student);
  await page.getByRole('heading', { name: 'Assignments' }).waitFor();

  await page.goto(`${address}/ready`);
  await expect(page.getByText('Pictures are kept here; how much room there is,')).toBeVisible();
  await page.goto(`${address}/assignments/${school.single.id}`);
  await page.getByText('The next picture goes to').waitFor();
  await addByDrop(page, 300, 200);
  await expect(page.locator('[data-status=saved]')).toHaveCount(1);
  await page.getByRole('button', { name: 'Share the screen' }).click();
  await expect(
    page.getByText('This browser cannot share the screen here: it needs a secure address'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  const receipt = page.url();

  // What was handed in is told from other files; whether its receipt is signed only a page over HTTPS can say.
  const [jws] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the receipt' }).click(),
  ]);
  const kept = testInfo.outputPath('receipt.jws');
  await jws.saveAs(kept);
  const bytes = await page.evaluate(async () => {
    const image = document.querySelector<HTMLImageElement>('main img[src*="/files/"]');
    return [...new Uint8Array(await (await fetch(image?.src ?? '')).arrayBuffer())];
  });
  const picture = testInfo.outputPath('picture.png');
  await writeFile(picture, Buffer.from(bytes));
  await page.goto(`${address}/check`);
  const field = page.getByLabel('Receipt and files');
  await expect(field).toBeEnabled();
  await field.setInputFiles([kept, picture]);
  await expect(
    page.getByText('This browser cannot check signatures here. Open this page over https.'),
  ).toBeVisible();
  await expect(page.getByText(/picture.png is what this receipt names; that says nothing/)).toBeVisible();

  await page.goto(receipt);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await signInByForm(page, school.instructor);
  await page.getByRole('heading', { name: 'Assignments' }).waitFor();
  await page.goto(`${receipt}/review`);
  await pictureSeen(page);
  await page.keyboard.press('1');
  await page.getByRole('button', { name: /^Release to/ }).click();
  await expect(page.getByText(/^Released /).first()).toBeVisible();
  expect(failed).toEqual([]);
});
