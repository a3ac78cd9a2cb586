import type { Inset } from '@nachweis/core';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { drag, openBench, tool } from '../fixtures/bench.ts';
import { copyPicture, testPicture } from '../fixtures/pictures.ts';
import { expect, type School, serverDraft, test } from '../fixtures/school.ts';

const insets = async (page: Page, school: School) =>
  ((await serverDraft(page, school.curve)).evidence[0]?.marks ?? []).filter(
    (mark: { kind: string }) => mark.kind === 'inset',
  ) as Inset[];
/** A real key, with a picture on the real clipboard. */
async function pastePicture(page: Page, bytes: Buffer): Promise<void> {
  await copyPicture(page, bytes);
  await page.keyboard.press('ControlOrMeta+v');
}

test('another picture is put in by paste and by file, moved, made larger, undone, and there after a reload', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await tool(page, 'Picture');
  await expectClean(page, 'putting a picture in');
  await pastePicture(page, await testPicture(100, 50));
  await expect.poll(() => insets(page, school)).toHaveLength(1);
  // On the bench, and not among the evidence.
  expect((await serverDraft(page, school.curve)).evidence).toHaveLength(1);
  const boxOf = async () => (await insets(page, school))[0]?.box;
  expect(await boxOf()).toEqual({ x: 250, y: 175, width: 100, height: 50 });
  await drag(page, [0.5, 0.5], [0.3, 0.5]);
  await expect.poll(async () => (await boxOf())?.x).toBeCloseTo(130, 0);
  // Its lower right corner is pulled: it keeps its ratio.
  await drag(page, [230 / 600, 225 / 400], [330 / 600, 275 / 400]);
  await expect.poll(async () => (await boxOf())?.width).toBeCloseTo(200, 0);
  expect((await boxOf())?.height).toBeCloseTo(100, 0);
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(async () => (await boxOf())?.width).toBeCloseTo(100, 0);

  await page.getByLabel('A picture’s file').setInputFiles({
    ...{ name: 'note.txt', mimeType: 'text/plain' },
    buffer: Buffer.from('no picture'),
  });
  await expect(page.getByRole('alert')).toContainText('cannot be read as a picture');
  await page.getByLabel('A picture’s file').setInputFiles({
    ...{ name: 'other.png', mimeType: 'image/png' },
    buffer: await sharp(await testPicture(3000, 2000))
      .png()
      .toBuffer(),
  });
  await expect.poll(() => insets(page, school)).toHaveLength(2);
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Marks' }).getByRole('listitem')).toHaveCount(2);
  // The way back is there too, with the pixels.
  for (let step = 0; step < 3; step++) await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(() => insets(page, school)).toHaveLength(0);
  await page.keyboard.press('ControlOrMeta+y');
  await expect.poll(async () => (await insets(page, school))[0]?.pixels).toMatch(/^data:image\/png/);
});

test('a picture of the sheet or of the captures is put in by keys alone; one goes out of it again', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  // The same key again goes on to the next of its tools.
  for (let step = 0; step < 6; step++) await page.keyboard.press('2');
  await expect(page.getByRole('button', { name: 'Picture', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await pastePicture(page, await testPicture(80, 80));
  await expect(page.getByRole('region', { name: 'Marks' }).getByRole('listitem')).toHaveCount(1);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Alt+ArrowRight');
  await expect.poll(async () => (await insets(page, school))[0]?.box.width).toBeGreaterThan(80);
  await page.keyboard.press('Delete');
  await expect.poll(() => insets(page, school)).toHaveLength(0);
});

test('what is marked while a picture is still being made small is not lost by it', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await tool(page, 'Picture');
  await copyPicture(page, await testPicture(3000, 2000));
  await page.keyboard.press('ControlOrMeta+v');
  await page.keyboard.press('a');
  await expect.poll(() => insets(page, school), { timeout: 20_000 }).toHaveLength(1);
  const kinds = ((await serverDraft(page, school.curve)).evidence[0]?.marks ?? []).map(
    ({ kind }: { kind: string }) => kind,
  );
  expect(kinds.sort()).toEqual(['inset', 'pin']);
  await expect(page.getByText('changed elsewhere')).toHaveCount(0);
});
