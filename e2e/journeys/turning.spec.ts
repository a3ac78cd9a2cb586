import type { Mark } from '@nachweis/core';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { at, drag, openBench, tool } from '../fixtures/bench.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, serverDraft, signIn, test } from '../fixtures/school.ts';

const marksOf = async (page: Page, school: School) =>
  ((await serverDraft(page, school.curve)).evidence[0]?.marks ?? []) as Mark[];
const last = async <K extends Mark['kind']>(page: Page, school: School, kind: K) =>
  (await marksOf(page, school)).findLast((mark) => mark.kind === kind) as
    | Extract<Mark, { kind: K }>
    | undefined;

test('marks are turned by their handle and by buttons, and several made larger together', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await tool(page, 'Line');
  await drag(page, [0.4, 0.5], [0.6, 0.5]);
  await expect.poll(async () => (await last(page, school, 'line'))?.to.y).toBeCloseTo(200, 0);
  const rise = async () => {
    const line = await last(page, school, 'line');
    return line ? Math.round(line.to.y - line.from.y) : null;
  };
  await page.getByRole('button', { name: 'Turn right by 15°' }).click();
  // 120 long: its height is 120 times the sine of 15 degrees.
  await expect.poll(rise).toBe(31);
  await expectClean(page, 'a mark that can be turned');
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(rise).toBe(0);
  // The handle lies above the middle; to the right of it is a quarter turn.
  const scale = Number(await page.locator('[data-scale]').getAttribute('data-scale'));
  const [x, y] = await at(page, 0.5, 0.5);
  const width = await page
    .getByTestId('stage')
    .locator('img')
    .first()
    .evaluate((image) => image.getBoundingClientRect().width);
  expect(width / 600).toBeCloseTo(scale, 1);
  await page.mouse.move(x, y - 26 - 3 * scale);
  await page.mouse.down();
  await page.mouse.move(x + 60, y - 20);
  await page.keyboard.down('Shift');
  await page.mouse.move(x + 120, y + 2);
  await page.mouse.up();
  await page.keyboard.up('Shift');
  await expect.poll(async () => Math.abs((await rise()) ?? 0)).toBe(120);

  await tool(page, 'Box');
  await drag(page, [0.1, 0.1], [0.2, 0.2]);
  await tool(page, 'Choose');
  await page.keyboard.press('ControlOrMeta+a');
  await page.getByRole('button', { name: 'Larger by a tenth' }).click();
  await expect.poll(async () => (await last(page, school, 'ring'))?.box.width).toBeCloseTo(66, 4);
  await page.getByRole('button', { name: 'Turn left by 15°' }).click();
  await expect.poll(async () => (await last(page, school, 'ring'))?.turned).toBeCloseTo(-15, 6);
});

test('what is drawn near a measured line that is a guide lies on it, and not with Alt', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await tool(page, 'Length');
  await drag(page, [0.1, 0.5], [0.5, 0.5]);
  await page.getByLabel(/^A guide/).check();
  await expect(page.getByTestId('guides')).toBeVisible();
  await tool(page, 'Arrow');
  await drag(page, [0.6, 0.51], [0.9, 0.49]);
  const ends = async () => {
    const arrow = await last(page, school, 'arrow');
    return arrow && [arrow.from.y, arrow.to.y].map((value) => Math.round(value * 10) / 10);
  };
  await expect.poll(ends).toEqual([200, 200]);
  await page.keyboard.down('Alt');
  await drag(page, [0.02, 0.515], [0.08, 0.485]);
  await page.keyboard.up('Alt');
  await expect.poll(async () => (await marksOf(page, school)).length).toBe(3);
  await expect.poll(async () => (await ends())?.some((y) => y !== 200)).toBe(true);
});

test('the highlighter follows a line of text', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  const words = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><rect width="600" height="400" fill="#fff"/>
    ${[100, 150, 200].map((y) => `<text x="40" y="${y}" font-size="24" font-family="sans-serif">The gauge reads 12.5 m</text>`).join('')}</svg>`;
  await addByDrop(page, 600, 400, 'Enter', await sharp(Buffer.from(words)).png().toBuffer());
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  await tool(page, 'Line of text');
  // Clumsily: the hand goes down by half a line.
  await drag(page, [40 / 600, 140 / 400], [300 / 600, 152 / 400]);
  await expect.poll(() => last(page, school, 'highlight')).toBeTruthy();
  const box = (await last(page, school, 'highlight'))?.box;
  expect(box?.y).toBeGreaterThan(122);
  expect(box?.y).toBeLessThan(136);
  expect((box?.y ?? 0) + (box?.height ?? 0)).toBeGreaterThan(149);
  expect((box?.y ?? 0) + (box?.height ?? 0)).toBeLessThan(165);
});
