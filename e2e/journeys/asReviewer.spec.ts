import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { drag, openBench, tool } from '../fixtures/bench.ts';
import { expectInOrder } from '../fixtures/layout.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, signIn, test } from '../fixtures/school.ts';
import { pictureSeen } from '../fixtures/seen.ts';

/** The pixels of the large picture, and the places of the marks over it. */
async function shown(page: Page) {
  await pictureSeen(page);
  const stage = page.getByTestId('stage');
  const bytes = await stage.locator('img[data-painted]').evaluate(async (image: HTMLImageElement) => {
    const canvas = new OffscreenCanvas(image.naturalWidth, image.naturalHeight);
    canvas.getContext('2d')?.drawImage(image, 0, 0);
    return [...new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())];
  });
  const pixels = await sharp(Buffer.from(bytes)).removeAlpha().raw().toBuffer();
  return { pixels, pins: await stage.locator('[data-pin]').count() };
}

test('what is handed in is seen beforehand on the desk of who judges it, pixel for pixel as it comes there', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await tool(page, 'Solid');
  await drag(page, [0.1, 0.1], [0.4, 0.3]);
  await page.keyboard.press('Enter');
  await addByDrop(page, 600, 400, 'Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByLabel('Your own statement').fill('It fits.');
  await page.getByRole('link', { name: 'as your instructor sees it' }).press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Rating curve · Elin Ödegård');
  const before = await shown(page);
  await expect(page.getByText('It fits.')).toBeVisible();
  // Nothing can be judged here, by key or by button.
  await expect(page.getByRole('button', { name: /^shown/ }).first()).toBeDisabled();
  await page.keyboard.press('1');
  await expect(page.locator('[aria-pressed=true]', { hasText: 'shown' })).toHaveCount(0);
  await expectClean(page, 'as the instructor sees it');
  await expectInOrder(page, 'as the instructor sees it');
  await page.keyboard.press('v');
  await expect(page.getByTestId('stage').locator('[data-pin]')).toHaveCount(0);
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: /^P2/, exact: false })).toHaveAttribute(
    'aria-current',
    'true',
  );
  await page.getByRole('link', { name: 'Back to handing in' }).click();
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  const handIn = page.url();

  await signIn(page, school, school.instructor);
  await page.goto(`${handIn}/review`);
  const after = await shown(page);
  expect(after.pins).toBe(2);
  expect(before.pins).toBe(after.pins);
  expect(before.pixels.equals(after.pixels)).toBe(true);
});
