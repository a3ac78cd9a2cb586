import { readFile } from 'node:fs/promises';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { drag, openBench, tool } from '../fixtures/bench.ts';
import { intercept } from '../fixtures/intercept.ts';
import { addByDrop, pixelsOf } from '../fixtures/pictures.ts';
import { expect, serverDraft, test } from '../fixtures/school.ts';

test('two pictures become one plate with captions, by pointer and by keys; what is hidden stays hidden; it is made anew from what was chosen', async ({
  page,
  school,
}) => {
  // P1 has a picture in which something is hidden, P2 another one.
  await openBench(page, school);
  await tool(page, 'Solid');
  await drag(page, [0.1, 0.1], [0.9, 0.9]);
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Enter');
  await addByDrop(page, 600, 400, 'Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);

  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: /^A plate/ });
  await expect(dialog.getByRole('button', { name: /^Put it in/ })).toBeDisabled();
  await dialog.getByRole('button', { name: /^P1 The fitted curve/ }).click();
  const saved = async (name: string) => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      dialog.getByRole('button', { name }).click(),
    ]);
    expect(download.suggestedFilename()).toBe(`Rating curve.${name.slice(-3).toLowerCase()}`);
    return readFile(await download.path());
  };
  await expect(dialog.locator('canvas[data-whole=true]')).toBeVisible();
  // The middle of the one picture on it, all of which is hidden.
  const middle = await pixelsOf(await saved('Save as PNG'), { left: 700, top: 550, width: 200, height: 100 });
  expect(new Set(middle).size).toBeLessThanOrEqual(3);
  // The second by keys alone.
  await dialog.getByRole('button', { name: /^P2 The gaugings/ }).focus();
  await page.keyboard.press('Enter');
  await expect(dialog.locator('canvas[data-whole=true]')).toBeVisible();
  await expectClean(page, 'a plate');
  await dialog.getByLabel('Caption of P2 The gaugings').fill('Gauged on the Óß bank, منحنى');
  await dialog.getByRole('button', { name: 'Move P2 The gaugings up' }).click();
  await dialog.getByLabel('Sheet').selectOption('A4, upright');
  await expect(
    dialog.getByRole('img', { name: 'The plate with Gauged on the Óß bank, منحنى; The fitted curve' }),
  ).toBeVisible();

  const png = await saved('Save as PNG');
  const { width, height } = await sharp(png).metadata();
  expect(height / width).toBeCloseTo(Math.SQRT2, 2);
  const pdf = await getDocument({ data: new Uint8Array(await saved('Save as PDF')), verbosity: 0 }).promise;
  expect(pdf.numPages).toBe(1);
  // A4 in points: 210 mm by 297 mm.
  const view = (await pdf.getPage(1)).getViewport({ scale: 1 });
  expect(Math.abs(view.width - 595.28)).toBeLessThan(1);
  expect(Math.abs(view.height - 841.89)).toBeLessThan(1);
  // Its words can be searched and read aloud, in whatever script; the one caption below the other, where they are drawn.
  const { items } = await (await pdf.getPage(1)).getTextContent();
  const words = items.flatMap((item) => ('str' in item && item.str.trim() !== '' ? [item] : []));
  expect(words.map((item) => item.str)).toEqual([
    'Rating curve',
    expect.stringMatching(/Ödegård/),
    '1',
    'Gauged on the Óß bank, منحنى',
    '2',
    'The fitted curve',
  ]);
  for (const { transform, width: wide } of words) {
    const [, , , , left, base] = transform as number[];
    expect(left).toBeGreaterThan(20);
    expect(Number(left) + wide).toBeLessThan(575);
    expect(base).toBeGreaterThan(20);
  }

  await dialog.getByRole('button', { name: 'Put it in P1' }).click();
  // P1 has its one picture: which is replaced is asked.
  await page
    .getByRole('button', { name: /^Replace this one/ })
    .first()
    .click();
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  const draft = await serverDraft(page, school.curve);
  const plate = draft.evidence.find((one: { capture: { source: string } }) => one.capture.source === 'plate');
  expect(plate.capture).toMatchObject({ width, height, originalName: 'Rating curve.png' });

  // What was chosen is still there, and whoever looks at the capture reads what it is.
  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  await expect(dialog.getByLabel('Caption of P2 The gaugings')).toHaveValue('Gauged on the Óß bank, منحنى');
  // Also the picture whose place it took, as it was: what was hidden in it is hidden.
  await expect(dialog.getByRole('list', { name: 'On the plate' }).getByRole('listitem')).toHaveCount(2);
  await expect(dialog.locator('canvas[data-whole=true]')).toBeVisible();
  await dialog.getByRole('button', { name: 'Take P2 The gaugings off the plate' }).click();
  await dialog.getByLabel('Sheet').selectOption('as high as what is on it');
  await expect(dialog.locator('canvas[data-whole=true]')).toBeVisible();
  const later = await pixelsOf(await saved('Save as PNG'), { left: 700, top: 550, width: 200, height: 100 });
  expect(new Set(later).size).toBeLessThanOrEqual(3);
  await dialog.getByRole('button', { name: /^P2 The gaugings/ }).click();
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  // Captures that cannot be read now are left on the plate, and it is not made without them.
  await intercept(page, '**/api/captures?*', (route) => route.abort());
  await page.reload();
  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  await expect(dialog.getByText(/1 of its pictures/)).toBeVisible();
  await dialog.getByRole('textbox', { name: 'Heading' }).fill('Another heading');
  await expect(dialog.getByRole('button', { name: /^Put it in/ })).toBeDisabled();
  await page.unroute('**/api/captures?*');
  await page.reload();
  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  await expect(dialog.getByRole('textbox', { name: 'Heading' })).toHaveValue('Another heading');
  await expect(dialog.locator('canvas[data-whole=true]')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.goto(`/captures?id=${plate.capture.id}`);
  await expect(page.getByText(/Composed of 2 pictures that came by file/).first()).toBeVisible();
});

test('the pictures of a plate are moved and made larger by hand, by pointer and by keys, and stay so', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await page.keyboard.press('Enter');
  await addByDrop(page, 600, 400, 'Enter');
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: /^A plate/ });
  for (const name of [/^P1 The fitted curve/, /^P2 The gaugings/])
    await dialog.getByRole('button', { name }).click();
  await expect(dialog.locator('canvas[data-whole=true]')).toBeVisible();
  await dialog.getByRole('combobox', { name: /^Pictures/ }).selectOption('hand');
  const first = dialog.getByRole('button', { name: /^The fitted curve: arrows/ });
  const second = dialog.getByRole('button', { name: /^The gaugings: arrows/ });
  const boxOf = async (one: typeof first) => (await one.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  const [a, b] = [await boxOf(first), await boxOf(second)];
  // They begin where the rows had put them: beside each other.
  expect(Math.abs(a.y - b.y)).toBeLessThan(2);
  expect(b.x).toBeGreaterThan(a.x + a.width);
  await expectClean(page, 'a plate by hand');
  // The second is dragged below the first.
  await page.mouse.move(b.x + b.width / 2, b.y + b.height / 2);
  await page.mouse.down();
  await page.mouse.move(b.x + b.width / 2 - 60, b.y + b.height / 2 + 120, { steps: 4 });
  await page.mouse.up();
  await expect.poll(async () => Math.round((await boxOf(second)).y - b.y)).toBeGreaterThan(60);
  await first.focus();
  const before = await boxOf(first);
  for (let step = 0; step < 3; step++) await page.keyboard.press('Alt+ArrowLeft');
  await expect.poll(async () => (await boxOf(first)).width).toBeLessThan(before.width);
  const small = await boxOf(first);
  expect(small.width / small.height).toBeCloseTo(before.width / before.height, 1);
  // By presses alone, for who cannot drag; the one that was chosen last is meant.
  const pressed = await boxOf(first);
  await dialog.getByRole('button', { name: 'The fitted curve, on the sheet larger' }).click();
  await expect.poll(async () => (await boxOf(first)).width).toBeGreaterThan(pressed.width);
  await dialog.getByRole('button', { name: 'The fitted curve, on the sheet down' }).click();
  await expect.poll(async () => (await boxOf(first)).y).toBeGreaterThan(pressed.y);
  await dialog.getByRole('button', { name: 'The fitted curve, on the sheet up' }).click();
  await dialog.getByRole('button', { name: 'The fitted curve, on the sheet smaller' }).click();
  await expect.poll(async () => Math.abs((await boxOf(first)).width - pressed.width)).toBeLessThan(1);
  // One over the other is said.
  const there = await boxOf(second);
  await page.mouse.move(there.x + there.width / 2, there.y + there.height / 2);
  await page.mouse.down();
  await page.mouse.move(small.x + small.width / 2 + 20, small.y + small.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect(
    dialog.getByText('The fitted curve and The gaugings lie over each other or over each other’s words.'),
  ).toBeVisible();
  const kept = await boxOf(second);
  // Escape while one drags gives up the drag, not the plate.
  await page.mouse.move(kept.x + kept.width / 2, kept.y + kept.height / 2);
  await page.mouse.down();
  await page.mouse.move(kept.x + kept.width / 2, kept.y + kept.height / 2 - 40, { steps: 4 });
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await expect(dialog).toBeVisible();
  await expect.poll(async () => Math.abs((await boxOf(second)).y - kept.y)).toBeLessThan(1);
  await page.keyboard.press('Escape');
  await page.reload();
  await page.getByRole('button', { name: 'Plate', exact: true }).click();
  await expect(second).toBeVisible();
  await expect.poll(async () => Math.abs((await boxOf(second)).x - kept.x)).toBeLessThan(3);
});
