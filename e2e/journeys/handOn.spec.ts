import { readFile } from 'node:fs/promises';
import { inflateSync } from 'node:zlib';
import type { Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { drag, openBench, tool } from '../fixtures/bench.ts';
import { pixelsOf } from '../fixtures/pictures.ts';
import { expect, test } from '../fixtures/school.ts';

/** A picture with an arrow in its mount. */
async function marked(page: Page): Promise<void> {
  await tool(page, 'Arrow');
  await drag(page, [0.1, 0.9], [0.4, 0.5]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.locator('[data-status=saved]')).toBeVisible();
}

const openMore = (page: Page) => page.getByRole('button', { name: /^More for/ }).click();

async function saved(page: Page, words: string): Promise<Buffer> {
  await openMore(page);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: words }).click();
  return readFile(await (await download).path());
}

const onClipboard = async (page: Page): Promise<Buffer> =>
  Buffer.from(
    await page.evaluate(async () => {
      const [item] = await navigator.clipboard.read();
      const bytes = await (await item?.getType('image/png'))?.arrayBuffer();
      return [...new Uint8Array(bytes ?? new ArrayBuffer(0))];
    }),
  );

test('what was copied is as the picture is; that it is older than a later change is said', async ({
  page,
  school,
}) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await openBench(page, school);
  await marked(page);
  await openMore(page);
  await expectClean(page, 'handing a picture on');
  await page.getByRole('button', { name: 'Copy the picture' }).click();
  await expect(page.getByText('The picture is on the clipboard, as it is now.')).toBeVisible();
  const before = await onClipboard(page);
  expect((await pixelsOf(before)).equals(await pixelsOf(await saved(page, 'Save the picture')))).toBe(true);

  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  await tool(page, 'Box');
  await drag(page, [0.6, 0.1], [0.8, 0.3]);
  await expect(page.getByText(/What you copied of this picture is older than this change/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Done' }).click();
  await openMore(page);
  await expect(page.getByText('What you copied of it is older than your last change.')).toBeVisible();
  await page.getByRole('button', { name: 'Copy the picture' }).click();
  await expect
    .poll(async () => (await pixelsOf(await onClipboard(page))).equals(await pixelsOf(before)))
    .toBe(false);
  await openMore(page);
  await expect(page.getByRole('button', { name: 'Copy the picture' })).toBeVisible();
  expect(await page.getByText(/What you copied of it is older/).count()).toBe(0);
});

test('as a PDF it has its own pixels, and name, course and time in the margin as text; printed it is alone', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await marked(page);
  const picture = await pixelsOf(await saved(page, 'Save the picture'));
  const pdf = await saved(page, 'Save as PDF');
  const margin = 'Elin Ödegård, Field Data Skills 2, Rating curve, P1 The fitted curve, ';
  const first = await (await getDocument({ data: new Uint8Array(pdf), verbosity: 0 }).promise).getPage(1);
  const { items } = await first.getTextContent();
  const words = items.map((item) => ('str' in item ? item.str : '')).join('');
  expect(words).toContain(margin);
  // A4 lying: 297 mm by 210 mm, in points.
  const view = first.getViewport({ scale: 1 });
  expect(Math.round(view.width)).toBe(842);
  // The last image of the file is the picture, packed as zlib does (RFC 1950), without any loss.
  const text = pdf.toString('latin1');
  const at = text.search(/\/Width 600\s+\/Height 400/);
  const start = text.indexOf('stream', at) + 'stream'.length;
  const bytes = pdf.subarray(text[start] === '\r' ? start + 2 : start + 1);
  expect(inflateSync(bytes, { finishFlush: 2 }).subarray(0, picture.length).equals(picture)).toBe(true);

  await page.evaluate(() => {
    window.print = () => undefined;
  });
  await openMore(page);
  await page.getByRole('button', { name: 'Print it' }).click();
  const printed = page.locator('.printed-picture');
  await expect(printed).toHaveCount(1);
  await expect(printed).toBeHidden();
  await page.emulateMedia({ media: 'print' });
  await expect(printed.getByText(margin)).toBeVisible();
  await expect(printed.locator('img')).toBeVisible();
  await expect(page.locator('#root')).toBeHidden();
  await page.emulateMedia({ media: 'screen' });
  // The browser's dialog is closed.
  await page.evaluate(() => dispatchEvent(new Event('afterprint')));
  await expect(printed).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Bench', exact: true })).toBeVisible();
});

test('as an SVG it is the same picture with its marks as vectors; what is hidden is not in it, and its marks come in again', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await tool(page, 'Solid');
  await drag(page, [0.5, 0.1], [0.9, 0.4]);
  await page.keyboard.press('Escape');
  await marked(page);
  const picture = await pixelsOf(await saved(page, 'Save the picture'));
  const svg = await saved(page, 'Save as SVG');
  // Drawn by another program: librsvg, through sharp.
  const drawn = await pixelsOf(await sharp(svg).png().toBuffer());
  const apart = drawn.reduce((sum, value, i) => sum + Math.abs(value - (picture[i] as number)), 0);
  expect(apart / drawn.length).toBeLessThan(0.5);

  const [, ground = ''] = /href="data:image\/png;base64,([^"]*)"/.exec(svg.toString()) ?? [];
  const hidden = { left: 310, top: 50, width: 220, height: 100 };
  const inside = await pixelsOf(Buffer.from(ground, 'base64'), hidden);
  expect(inside.every((value, i) => value === inside[i % 3])).toBe(true);
  // The arrow is over it, and not in it.
  expect(svg.toString()).toMatch(/<path /);
  expect((await pixelsOf(Buffer.from(ground, 'base64'))).equals(picture)).toBe(false);

  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  const marks = page.getByRole('region', { name: 'Marks', exact: true }).getByRole('listitem');
  await expect(marks).toHaveCount(2);
  await page.getByText('Marks as a file').click();
  await page
    .getByLabel('A file of marks')
    .setInputFiles({ name: 'brought.svg', mimeType: 'image/svg+xml', buffer: svg });
  await expect(marks).toHaveCount(3);
});
