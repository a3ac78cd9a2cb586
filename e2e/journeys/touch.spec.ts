import type { Page } from '@playwright/test';
import { at, boxOf, desktop, PANEL, WINDOW } from '../fixtures/knownDesktop.ts';
import { painted } from '../fixtures/painted.ts';
import { dropFiles } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, signIn, test } from '../fixtures/school.ts';

test.use({ viewport: { width: 820, height: 900 }, hasTouch: true, isMobile: true });

async function open(page: Page, school: School): Promise<void> {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await dropFiles(page, [{ name: 'desk.png', bytes: await desktop(), type: 'image/png' }]);
  await page.getByTestId('frame-pixels').waitFor();
  await page.getByText('2 displays seem to be in the picture.').waitFor();
}

const tap = async (page: Page, x: number, y: number) => page.touchscreen.tap(...(await at(page, x, y)));

/** Sends fingers to places of the page. */
async function fingers(page: Page) {
  const devTools = await page.context().newCDPSession(page);
  return (type: 'touchStart' | 'touchMove' | 'touchEnd', places: Array<[number, number]>) =>
    devTools.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: places.map(([x, y], id) => ({ x, y, id })),
    });
}

/** A finger that goes from one pixel to another; lifted by the function that is given back. */
async function press(page: Page, from: [number, number], to: [number, number]): Promise<() => Promise<void>> {
  const send = await fingers(page);
  const [start, end] = [await at(page, ...from), await at(page, ...to)];
  await send('touchStart', [start]);
  for (let i = 1; i <= 5; i++)
    await send('touchMove', [
      [start[0] + ((end[0] - start[0]) * i) / 5, start[1] + ((end[1] - start[1]) * i) / 5],
    ]);
  return () => send('touchEnd', []).then(() => undefined);
}

test('a finger draws a region; the loupe stays above it, and goes when it is lifted', async ({
  page,
  school,
}) => {
  await open(page, school);
  const loupe = page.getByTestId('loupe');
  const lift = await press(page, [WINDOW.x, WINDOW.y], [800, 700]);
  await expect(loupe).toBeVisible();
  const shown = await loupe.boundingBox();
  const [, finger] = await at(page, 800, 700);
  expect((shown?.y ?? 0) + (shown?.height ?? 0)).toBeLessThan(finger);
  await lift();
  await expect(loupe).toBeHidden();
  // The edge where the finger began was pulled to the window's corner.
  const [x, y, width, height] = ((await page.getByTestId('frame').getAttribute('data-box')) ?? '')
    .split(',')
    .map(Number) as [number, number, number, number];
  expect([x, y]).toEqual([WINDOW.x, WINDOW.y]);
  expect(Math.abs(x + width - 801)).toBeLessThanOrEqual(4);
  expect(Math.abs(y + height - 701)).toBeLessThanOrEqual(4);
});

test('a tap lights up the window, the next a part of it, and a button takes it', async ({ page, school }) => {
  await open(page, school);
  await page.getByRole('button', { name: 'Window or part' }).tap();
  const lit = page.getByTestId('lit-part');
  const onPanel = () => tap(page, PANEL.x + 90, PANEL.y + 60);
  await onPanel();
  await expect(lit).toHaveAttribute('data-box', boxOf(WINDOW));
  await onPanel();
  // In the window lies its content, in that the panel; after the smallest it begins with the window again.
  const content = { ...WINDOW, y: WINDOW.y + 30, height: WINDOW.height - 30 };
  await expect(lit).toHaveAttribute('data-box', boxOf(content));
  await onPanel();
  await expect(lit).toHaveAttribute('data-box', boxOf(PANEL));
  await onPanel();
  await expect(lit).toHaveAttribute('data-box', boxOf(WINDOW));
  await page.getByRole('button', { name: 'Take this part' }).tap();
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', boxOf(WINDOW));
});

test('taps set the corners of an outline', async ({ page, school }) => {
  await open(page, school);
  await page.getByRole('button', { name: 'Outline' }).tap();
  const outline = page.getByTestId('outline');
  const corners: Array<[number, number]> = [
    [300, 100],
    [1500, 200],
    [900, 700],
  ];
  for (const [index, [x, y]] of corners.entries()) {
    await tap(page, x, y);
    await expect
      .poll(async () => (await outline.getAttribute('data-points'))?.split(' ').length)
      .toBe(index + 1);
  }
  expect(await outline.getAttribute('data-points')).toBe(corners.map((corner) => corner.join()).join(' '));
});

test('two fingers put down together move and zoom the view; a second one during a drag moves the frame', async ({
  page,
  school,
}) => {
  await open(page, school);
  const send = await fingers(page);
  const surface = page.getByTestId('frame-stage');
  const before = Number(await surface.getAttribute('data-scale'));
  const whole = await page.getByTestId('frame').getAttribute('data-box');
  const [x, y] = await at(page, 1000, 400);
  await send('touchStart', [[x - 40, y]]);
  await send('touchStart', [
    [x - 40, y],
    [x + 40, y],
  ]);
  for (const far of [60, 90, 120])
    await send('touchMove', [
      [x - far, y],
      [x + far, y],
    ]);
  await expect.poll(async () => Number(await surface.getAttribute('data-scale'))).toBeCloseTo(before * 3, 2);
  // The pixel between the fingers is there still, and goes with them.
  const near = async (px: number, py: number, sx: number, sy: number) => {
    await painted(page);
    const [nowX, nowY] = await at(page, px, py);
    expect(Math.hypot(nowX - sx, nowY - sy)).toBeLessThan(3);
  };
  await near(1000, 400, x, y);
  await send('touchMove', [
    [x - 70, y + 60],
    [x + 170, y + 60],
  ]);
  await near(1000, 400, x + 50, y + 60);
  await send('touchEnd', []);
  expect(await page.getByTestId('frame').getAttribute('data-box')).toBe(whole);

  await page.getByRole('button', { name: 'See all' }).click();
  const size = async () =>
    ((await page.getByTestId('frame').getAttribute('data-box')) ?? '').split(',').map(Number);
  const [start, end] = [await at(page, 300, 600), await at(page, 700, 700)];
  await send('touchStart', [start]);
  for (let i = 1; i <= 4; i++)
    await send('touchMove', [
      [start[0] + ((end[0] - start[0]) * i) / 4, start[1] + ((end[1] - start[1]) * i) / 4],
    ]);
  // What a touch comes to is seen with the next frame, not with the answer to the touch.
  await expect.poll(async () => (await size())[2]).toBeGreaterThan(395);
  const [left = 0, , width = 0, height = 0] = await size();
  await send('touchStart', [end, [end[0] + 60, end[1]]]);
  await send('touchMove', [
    [end[0] + 40, end[1]],
    [end[0] + 60, end[1]],
  ]);
  await send('touchEnd', []);
  await expect.poll(async () => (await size())[0]).toBeGreaterThan(left + 50);
  expect((await size()).slice(2)).toEqual([width, height]);
});

test('fingers are not told of keys, pasting or dropping', async ({ page, school }) => {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await expect(page.getByText('Take it with one of the buttons above.', { exact: true })).toBeVisible();
  for (const words of [/Ctrl V/, /^Paste/, /drop it/]) {
    for (const one of await page.getByText(words).all()) await expect(one).toBeHidden();
  }
});
