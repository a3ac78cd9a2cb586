import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { at, drag, openBench, tool } from '../fixtures/bench.ts';
import { addByDrop } from '../fixtures/pictures.ts';
import { expect, type School, serverDraft, signIn, test } from '../fixtures/school.ts';

const marksOf = async (page: Page, school: School) =>
  ((await serverDraft(page, school.curve)).evidence[0]?.marks ?? []) as Array<Record<string, unknown>>;
const kinds = async (page: Page, school: School) => (await marksOf(page, school)).map((mark) => mark.kind);
/** Left edge of the last mark's box. */
async function leftOf(page: Page, school: School): Promise<number> {
  const box = (await marksOf(page, school)).at(-1)?.box as { x: number } | undefined;
  return box?.x ?? Number.NaN;
}
const list = (page: Page) => page.getByRole('region', { name: 'Marks' }).getByRole('listitem');

test('every tool by pointer: point, say, hide; moved, pulled, undone and made again, over a reload too', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await tool(page, 'Arrow');
  await drag(page, [0.2, 0.8], [0.5, 0.5]);
  await tool(page, 'Box');
  await drag(page, [0.6, 0.2], [0.8, 0.4]);
  await tool(page, 'Ellipse');
  await drag(page, [0.1, 0.1], [0.3, 0.3]);
  await tool(page, 'Line');
  await drag(page, [0.1, 0.9], [0.9, 0.9]);
  await tool(page, 'Step');
  for (const x of [0.4, 0.6]) await page.mouse.click(...(await at(page, x, 0.7)));
  await tool(page, 'Text');
  await page.mouse.click(...(await at(page, 0.35, 0.1)));
  // What is typed right after the click is the text.
  await page.keyboard.type('abc 123');
  await tool(page, 'Callout');
  await drag(page, [0.1, 0.6], [0.05, 0.4]);
  await page.keyboard.type('look');
  await tool(page, 'Stroke');
  await drag(page, [0.7, 0.55], [0.9, 0.65]);
  await tool(page, 'Blur');
  await drag(page, [0.85, 0.05], [0.98, 0.15]);
  await expect(list(page)).toHaveCount(10);
  await expectClean(page, 'the bench with marks');
  await expect
    .poll(() => kinds(page, school))
    .toEqual(['arrow', 'ring', 'ring', 'line', 'number', 'number', 'text', 'callout', 'stroke', 'redaction']);
  expect((await marksOf(page, school))[6]).toMatchObject({ text: 'abc 123' });

  // The chosen one is moved by dragging it and pulled by its corner.
  const before = await leftOf(page, school);
  await drag(page, [0.9, 0.1], [0.8, 0.3]);
  await expect.poll(() => leftOf(page, school)).toBeCloseTo(before - 60, 0);
  await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(() => leftOf(page, school)).toBe(before);
  await page.keyboard.press('ControlOrMeta+z');
  await expect(list(page)).toHaveCount(9);
  await page.keyboard.press('Enter');

  await expect(page.getByText('Everything is saved on the server.')).toBeVisible();
  await page.reload();
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await expect(list(page)).toHaveCount(9);
  await page.keyboard.press('ControlOrMeta+y');
  await expect(list(page)).toHaveCount(10);
  for (let i = 0; i < 20; i++) await page.keyboard.press('ControlOrMeta+z');
  await expect(list(page)).toHaveCount(0);
  await expect.poll(() => kinds(page, school)).toEqual([]);
});

test('every tool by keys alone: made, written, moved, pulled, renumbered and removed', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.keyboard.press('1');
  await expect(page.getByRole('button', { name: 'Arrow', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('Insert');
  await expect(list(page)).toHaveText([/^Arrow to 372, 232$/]);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(list(page)).toHaveText([/^Arrow to 372, 222$/]);
  for (let i = 0; i < 5; i++) await page.keyboard.press('1');
  await expect(page.getByRole('button', { name: 'Step', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  for (let i = 0; i < 3; i++) {
    await page.keyboard.press('Insert');
    await page.keyboard.press('Shift+ArrowDown');
  }
  await expect(list(page)).toHaveText([/^Arrow/, /^Step 1/, /^Step 2/, /^Step 3/]);
  await page.getByRole('button', { name: /^Step 1 / }).press('Enter');
  await page.getByLabel('What is seen at this step').fill('the first');
  await page.getByRole('button', { name: /^Step 2 / }).press('Enter');
  await page.keyboard.press('Delete');
  await expect(list(page)).toHaveText([/^Arrow/, /^Step 1.*the first$/, /^Step 2/]);
  await page.keyboard.press('2');
  // Two keys in one turn of the page: there is no frame between them in which the field could come.
  const fieldAfterInsert = await page.evaluate(() => {
    document.activeElement?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Insert', bubbles: true }));
    return document.activeElement?.tagName;
  });
  expect(fieldAfterInsert).toBe('TEXTAREA');
  await page.keyboard.type('1 a 2 b');
  await page.keyboard.press('Escape');
  await page.keyboard.press('4');
  await page.keyboard.press('4');
  await page.keyboard.press('Insert');
  await page.keyboard.press('Enter');
  await expect
    .poll(async () => (await marksOf(page, school)).map((m) => m.kind))
    .toEqual(['pin', 'pin', 'arrow', 'number', 'number', 'text', 'redaction']);
  const marks = await marksOf(page, school);
  expect(marks.find((m) => m.kind === 'redaction')).toMatchObject({ look: 'mosaic' });
  expect(marks.find((m) => m.kind === 'text')).toMatchObject({ text: '1 a 2 b' });
});

test('what is hidden lies under the marks on the page as in the file: no mark is hidden by it', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await tool(page, 'Line');
  await drag(page, [0.2, 0.5], [0.8, 0.5]);
  await tool(page, 'Solid');
  await drag(page, [0.4, 0.3], [0.6, 0.7]);
  await expect(list(page)).toHaveCount(2);
  const [x, y] = await at(page, 0.5, 0.5);
  const clip = { x: Math.round(x), y: Math.round(y), width: 1, height: 1 };
  const colour = async () => [
    ...(await sharp(await page.screenshot({ clip }))
      .removeAlpha()
      .raw()
      .toBuffer()),
  ];
  // The line's ink, and not that of the area.
  await expect.poll(async () => (await colour())[0]).toBeGreaterThan(150);
});

test('the field that is written in stays in sight, whatever is told above it of what is written', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  const field = page.getByLabel('What it says');
  // Each mark moves the field further down, until it lies at the lower edge and over it.
  for (let i = 0; i < 6; i++) {
    await tool(page, 'Box');
    await drag(page, [0.1 + i / 10, 0.1], [0.15 + i / 10, 0.3]);
    await tool(page, 'Callout');
    await drag(page, [0.1 + i / 8, 0.95], [0.1 + i / 8, 0.5]);
    await page.keyboard.type('words that get a second line in the list as they are written');
    await expect(field).toHaveValue(/written$/);
    await expect(field).toBeInViewport({ ratio: 1 });
  }
});

test('a text that nothing was written into is no mark; Escape goes back one step at a time', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await tool(page, 'Text');
  await page.mouse.click(...(await at(page, 0.5, 0.5)));
  await expect(list(page)).toHaveCount(1);
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('The chosen mark')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(list(page)).toHaveCount(0);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Pin', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('keys reach the bench wherever one has just clicked: on its name, on the title, or beside', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  const pressed = (name: string) =>
    expect(page.getByRole('button', { name, exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await page.keyboard.press('2');
  await pressed('Text');
  await page.getByRole('dialog').getByRole('heading', { level: 2 }).first().click();
  await page.keyboard.press('3');
  await pressed('Length');
  await page
    .getByRole('dialog')
    .getByRole('banner')
    .click({ position: { x: 400, y: 4 } });
  await page.keyboard.press('4');
  await pressed('Solid');
  // Going to the frame and back begins at the picture, too.
  await page.getByRole('button', { name: 'Frame', exact: true }).click();
  await page.keyboard.press('w');
  await pressed('Window or part');
  await page.getByRole('button', { name: 'Bench', exact: true }).click();
  await page.keyboard.press('5');
  await pressed('Band');
});

test('what is hidden is in nothing that others get; marks lie over it in the review and can be lifted', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.getByLabel('What is seen at a').fill('the axis of stage');
  await page.keyboard.press('Escape');
  await tool(page, 'Arrow');
  await drag(page, [0.2, 0.8], [0.5, 0.5]);
  await tool(page, 'Solid');
  await drag(page, [0.25, 0.25], [0.5, 0.5]);
  await page.keyboard.press('Enter');
  await addByDrop(page, 300, 200);
  await expect(page.locator('[data-status=saved]')).toHaveCount(2);
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByRole('textbox', { name: 'Your own statement' }).fill('Fits.');
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  const handIn = page.url();
  await expect(page.getByText('is being sealed')).toHaveCount(0);

  await signIn(page, school, school.instructor);
  await page.goto(`${handIn}/review`);
  await expect(page.getByTestId('marks')).toHaveAttribute('data-marks', '1');
  await expect(page.getByRole('list', { name: 'What the marks say' })).toHaveText('a the axis of stage');
  const middle = await page.evaluate(async () => {
    const image = document.querySelector<HTMLImageElement>('[data-testid=stage] img');
    if (!image) return null;
    await image.decode();
    const context = new OffscreenCanvas(image.naturalWidth, image.naturalHeight).getContext('2d');
    context?.drawImage(image, 0, 0);
    return [...(context?.getImageData(225, 150, 1, 1).data ?? [])];
  });
  expect(middle).toEqual([58, 62, 64, 255]);
  await page.keyboard.press('v');
  await expect(page.getByTestId('marks')).toHaveCount(0);
});

test.describe('by finger at 390 pixels', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  test('a finger draws with a tool, and moves what it presses; pins are tapped', async ({ page, school }) => {
    await openBench(page, school);
    const devTools = await page.context().newCDPSession(page);
    const finger = async (from: [number, number], to: [number, number]) => {
      const [start, end] = [await at(page, ...from), await at(page, ...to)];
      const send = (type: string, places: Array<[number, number]>) =>
        devTools.send('Input.dispatchTouchEvent', {
          type: type as 'touchStart',
          touchPoints: places.map(([x, y]) => ({ x, y })),
        });
      await send('touchStart', [start]);
      for (let i = 1; i <= 4; i++)
        await send('touchMove', [
          [start[0] + ((end[0] - start[0]) * i) / 4, start[1] + ((end[1] - start[1]) * i) / 4],
        ]);
      await send('touchEnd', []);
    };
    await page.touchscreen.tap(...(await at(page, 0.3, 0.3)));
    await expect(page.getByText('not pinned')).toHaveCount(1);
    await page.getByRole('button', { name: 'Box', exact: true }).tap();
    await finger([0.5, 0.5], [0.8, 0.8]);
    await expect(list(page)).toHaveText([/^Box around 300, 200, 180 × 120$/]);
    await finger([0.5, 0.65], [0.4, 0.65]);
    await expect(list(page)).toHaveText([/^Box around 240, 200, 180 × 120$/]);
    await expectClean(page, 'the bench on a phone');

    // Once a pen has drawn, a finger moves the view, unless it is let draw.
    const pen = async (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', place: [number, number]) => {
      const [x, y] = await at(page, ...place);
      await devTools.send('Input.dispatchMouseEvent', {
        ...{ type, x, y, button: 'left', buttons: type === 'mouseReleased' ? 0 : 1, clickCount: 1 },
        ...{ pointerType: 'pen', force: 0.7 },
      });
    };
    await page.getByRole('button', { name: 'Line', exact: true }).tap();
    await pen('mousePressed', [0.1, 0.1]);
    await pen('mouseMoved', [0.2, 0.1]);
    await pen('mouseMoved', [0.3, 0.1]);
    await pen('mouseReleased', [0.3, 0.1]);
    await expect(list(page)).toHaveCount(2);
    await page.getByRole('button', { name: 'Actual pixels' }).tap();
    await page.getByRole('button', { name: 'Line', exact: true }).tap();
    const scrolled = () => page.getByTestId('stage').evaluate((stage) => stage.scrollLeft + stage.scrollTop);
    const before = await scrolled();
    await finger([0.5, 0.9], [0.3, 0.8]);
    await expect.poll(scrolled).not.toBe(before);
    await expect(list(page)).toHaveCount(2);
    await page.getByLabel('A finger draws, too').check();
    await finger([0.5, 0.9], [0.4, 0.8]);
    await expect(list(page)).toHaveCount(3);
    // The picture has its room, and below it what is pinned: of the tools one group lies open.
    const stage = (await page.getByTestId('stage').boundingBox()) ?? { y: 844, height: 0 };
    expect(stage.height).toBeGreaterThan(844 * 0.4);
    expect(stage.y + stage.height).toBeLessThan(844 * 0.72);
    await expect(page.getByRole('button', { name: 'Solid', exact: true })).toBeHidden();
    await page.getByRole('button', { name: 'Hide', exact: true }).tap();
    await page.getByRole('button', { name: 'Solid', exact: true }).tap();
    await expect(page.getByRole('button', { name: 'Hide', exact: true })).toHaveAttribute(
      'aria-expanded',
      'true',
    );
    await page.getByRole('button', { name: 'Done' }).tap();
    await expect(page.getByRole('dialog')).toHaveCount(0);
  });
});
