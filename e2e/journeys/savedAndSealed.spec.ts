import sharp from 'sharp';
import { at, drag, openBench, tool } from '../fixtures/bench.ts';
import { wholeBrowser } from '../fixtures/browsers.ts';
import { addByDrop, copyPicture, testPicture } from '../fixtures/pictures.ts';
import { expect, test } from '../fixtures/school.ts';

// Letters are smoothed as in the browser that people have: the one without a window smooths them in a way of its own.
test.use(wholeBrowser);

test('what the browser saves is what the server seals, for every kind of mark', async ({ page, school }) => {
  await openBench(page, school);
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  for (const [name, from, to] of [
    ['Arrow', [0.05, 0.9], [0.2, 0.7]],
    ['Box', [0.05, 0.1], [0.2, 0.25]],
    ['Ellipse', [0.3, 0.1], [0.45, 0.25]],
    ['Line', [0.3, 0.9], [0.45, 0.8]],
    ['Mosaic', [0.7, 0.1], [0.9, 0.3]],
    ['Blur', [0.7, 0.7], [0.9, 0.9]],
    ['Stroke', [0.55, 0.4], [0.65, 0.5]],
    ['Loop', [0.3, 0.3], [0.4, 0.45]],
    ['Highlighter', [0.05, 0.4], [0.25, 0.5]],
    ['Length', [0.1, 0.6], [0.3, 0.6]],
    ['Angle', [0.4, 0.6], [0.5, 0.5]],
    ['Area', [0.75, 0.4], [0.9, 0.55]],
  ] as const) {
    await tool(page, name);
    await drag(page, [...from], [...to]);
    if (name === 'Length') {
      await page.getByLabel('Lines').selectOption('bold');
      await page.getByLabel('Font').selectOption('all as wide');
      await page.getByLabel('Letters').selectOption('large');
    }
    if (name === 'Ellipse') await page.getByLabel('Covers').selectOption('half');
  }
  await tool(page, 'Picture');
  await copyPicture(page, await testPicture(60, 40));
  await page.keyboard.press('ControlOrMeta+v');
  await expect(page.getByRole('region', { name: 'Marks' }).getByRole('listitem')).toHaveCount(13);
  await tool(page, 'Step');
  await page.mouse.click(...(await at(page, 0.55, 0.2)));
  await page.keyboard.type('Read it here');
  await page.keyboard.press('Escape');
  await tool(page, 'Steps’ list');
  await page.mouse.click(...(await at(page, 0.02, 0.3)));
  await tool(page, 'Text');
  await page.mouse.click(...(await at(page, 0.5, 0.8)));
  await page.keyboard.type('Äußerst klar');
  await page.keyboard.press('Control+Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.getByRole('button', { name: /^More for/ }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the picture' }).click(),
  ]);
  const saved = await sharp(await download.path())
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  expect(download.suggestedFilename()).toMatch(/P1\.png$/);

  await addByDrop(page, 300, 200);
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByRole('textbox', { name: 'Your own statement' }).fill('Fits.');
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  const id = page.url().split('/').at(-1);
  const sealed = async () => (await (await page.request.get(`/api/hand-ins/${id}`)).json()).items[0];
  await expect.poll(async () => (await sealed()).fileHref).not.toBeNull();
  const answer = await page.request.get((await sealed()).fileHref);
  const server = await sharp(await answer.body())
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });

  expect(saved.info).toMatchObject({ width: server.info.width, height: server.info.height });
  let other = 0;
  for (let i = 0; i < server.data.length; i += 3) {
    const most = Math.max(
      ...[0, 1, 2].map((c) => Math.abs((saved.data[i + c] ?? 0) - (server.data[i + c] ?? 0))),
    );
    if (most > 64) other++;
  }
  // Letters and slanted lines are smoothed a little otherwise; nothing lies elsewhere.
  expect(other / (server.data.length / 3)).toBeLessThan(0.002);
});
