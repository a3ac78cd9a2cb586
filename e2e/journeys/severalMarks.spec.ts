import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { drag, openBench, tool } from '../fixtures/bench.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, type School, serverDraft, test } from '../fixtures/school.ts';

interface Box {
  x: number;
  y: number;
}
const boxesOf = async (page: Page, school: School, picture = 0): Promise<Box[]> =>
  ((await serverDraft(page, school.curve)).evidence[picture]?.marks ?? []).map(
    (mark: { box: Box }) => mark.box,
  );
const list = (page: Page) => page.getByRole('region', { name: 'Marks', exact: true });
const several = (page: Page) => page.getByRole('region', { name: 'The chosen marks' });
const sorted = (values: number[]) => [...values].sort((a, b) => a - b);

/** Three boxes on the bench, in a row that goes down. */
async function threeBoxes(page: Page, school: School): Promise<void> {
  await openBench(page, school);
  await tool(page, 'Box');
  await drag(page, [0.1, 0.1], [0.2, 0.2]);
  await drag(page, [0.3, 0.4], [0.4, 0.5]);
  await drag(page, [0.7, 0.7], [0.8, 0.8]);
  await expect(list(page).getByRole('listitem')).toHaveCount(3);
  await expect.poll(async () => (await boxesOf(page, school)).length).toBe(3);
}

test('several marks by a frame, by Shift and by the list: in line, spread, moved, grouped and undone', async ({
  page,
  school,
}) => {
  await threeBoxes(page, school);
  await tool(page, 'Choose');
  await drag(page, [0.05, 0.05], [0.5, 0.6]);
  await expect(several(page).getByRole('status')).toHaveText('2 marks are chosen');
  await page.keyboard.press('ControlOrMeta+a');
  await expect(several(page).getByRole('status')).toHaveText('3 marks are chosen');
  await expectClean(page, 'several marks are chosen');
  await several(page).getByRole('button', { name: 'In line at the left' }).click();
  await expect
    .poll(async () => new Set((await boxesOf(page, school)).map(({ x }) => Math.round(x))).size)
    .toBe(1);
  await page.keyboard.press('ControlOrMeta+z');
  await several(page).getByRole('button', { name: 'Same distance across' }).click();
  await expect
    .poll(async () => {
      const [a = 0, b = 0, c = 0] = sorted((await boxesOf(page, school)).map(({ x }) => x));
      return b - a > 20 && Math.abs(b - a - (c - b)) < 1.5;
    })
    .toBe(true);

  // Together by the pointer and by arrows, each as one step.
  const before = await boxesOf(page, school);
  await drag(page, [0.1, 0.15], [0.15, 0.15]);
  await expect
    .poll(async () => (await boxesOf(page, school)).map(({ x }, i) => Math.round(x - (before[i]?.x ?? 0))))
    .toEqual([30, 30, 30]);
  await page.keyboard.press('ArrowDown');
  await expect
    .poll(async () => (await boxesOf(page, school)).map(({ y }, i) => Math.round(y - (before[i]?.y ?? 0))))
    .toEqual([1, 1, 1]);
  await page.keyboard.press('ControlOrMeta+z');
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(() => boxesOf(page, school)).toEqual(before);

  // A group is chosen by one of it; one of three is no more chosen after Shift.
  await list(page).getByRole('checkbox').nth(2).uncheck();
  await expect(several(page).getByRole('status')).toHaveText('2 marks are chosen');
  await several(page).getByRole('button', { name: 'Make a group' }).click();
  await page.keyboard.press('Escape');
  await expect(several(page)).toBeHidden();
  await list(page).getByRole('button').first().click();
  await expect(several(page).getByRole('status')).toHaveText('2 marks are chosen');
  await several(page).getByRole('button', { name: 'No group any more' }).click();
  await list(page).getByRole('button').first().click();
  await expect(several(page)).toBeHidden();
});

test('what is locked stays: not moved, not removed, until it is unlocked', async ({ page, school }) => {
  await threeBoxes(page, school);
  const before = await boxesOf(page, school);
  await list(page).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Lock', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Remove', exact: false }).last()).toBeDisabled();
  await tool(page, 'Choose');
  await drag(page, [0.1, 0.15], [0.4, 0.15]);
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.press('ArrowRight');
  await expect
    .poll(async () => (await boxesOf(page, school)).map(({ x }, i) => Math.round(x - (before[i]?.x ?? 0))))
    .toEqual([0, 1, 1]);
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await boxesOf(page, school)).length).toBe(1);
  await list(page).getByRole('button').first().click();
  await page.getByRole('button', { name: 'Unlock' }).click();
  await page.keyboard.press('Delete');
  await expect.poll(async () => (await boxesOf(page, school)).length).toBe(0);
});

test('marks are copied onto another picture, inside of it, and beside themselves on their own', async ({
  page,
  school,
}) => {
  await threeBoxes(page, school);
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.press('ControlOrMeta+c');
  await page.keyboard.press('ControlOrMeta+v');
  await expect(list(page).getByRole('listitem')).toHaveCount(6);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(list(page).getByRole('listitem')).toHaveCount(3);
  await page.keyboard.press('Enter');
  await addByDrop(page, 300, 200, 'Enter');
  await page.getByRole('button', { name: 'Bench', exact: true }).nth(1).click();
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  await expect(list(page)).toBeHidden();
  // Something may have been copied elsewhere meanwhile: then the key means that, and the button these.
  await page.evaluate(() => dispatchEvent(new Event('blur')));
  await page.keyboard.press('ControlOrMeta+v');
  await page.getByRole('button', { name: 'Put the 3 copied marks here' }).click();
  await expect(list(page).getByRole('listitem')).toHaveCount(3);
  await expect
    .poll(async () => {
      const { evidence } = await serverDraft(page, school.curve);
      const small = evidence.find((one: { capture: { width: number } }) => one.capture.width === 300);
      return (small?.marks ?? []).length;
    })
    .toBe(3);
});

test('marks go out as JSON and SVG and come in again; a wrong field is named, and a script comes to nothing', async ({
  page,
  school,
}) => {
  await threeBoxes(page, school);
  await page.getByText('Marks as a file').click();
  const saved = async (name: string) => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name }).click(),
    ]);
    return readFile(await download.path(), 'utf8');
  };
  const [json, svg] = [await saved('Save as JSON'), await saved('Save as SVG')];
  const bring = (text: string, name: string) =>
    page.getByLabel('A file of marks').setInputFiles({ name, mimeType: '', buffer: Buffer.from(text) });
  await bring(json, 'marks.json');
  await expect(list(page).getByRole('listitem')).toHaveCount(6);
  await bring(
    svg.replace(
      '</svg>',
      '<script>document.title="broken"</script><image href="http://elsewhere.test/x.png"/></svg>',
    ),
    'marks.svg',
  );
  await expect(list(page).getByRole('listitem')).toHaveCount(9);
  expect(await page.title()).not.toBe('broken');
  await expect(page.getByText(/The file also holds a script or points elsewhere/)).toBeVisible();
  const wrong = JSON.parse(json);
  wrong.marks[1].box.width = 'wide';
  await bring(JSON.stringify(wrong), 'wrong.json');
  await expect(page.getByText('The file cannot be read at “marks[1].box.width”.')).toBeVisible();
  await bring('<svg xmlns="http://www.w3.org/2000/svg"/>', 'other.svg');
  await expect(page.getByText('There are no marks in this file.')).toBeVisible();
  await expect(list(page).getByRole('listitem')).toHaveCount(9);
  await page.keyboard.press('ControlOrMeta+z');
});
