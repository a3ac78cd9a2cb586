import { readFile } from 'node:fs/promises';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { at, boxOf, desktop, PANEL, WINDOW } from '../fixtures/knownDesktop.ts';
import { painted } from '../fixtures/painted.ts';
import { dropFiles, pixelsOf, testPicture } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, serverDraft, signIn, test } from '../fixtures/school.ts';
import { sealed } from '../fixtures/sealed.ts';

async function open(page: Page, school: School, bytes: Buffer): Promise<void> {
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await dropFiles(page, [{ name: 'desk.png', bytes, type: 'image/png' }]);
  await page.getByTestId('frame-pixels').waitFor();
}

/** What the server hands out for the framed picture: accepted, handed in, fetched again. */
const frameBox = async (page: Page): Promise<number[]> => {
  await painted(page);
  return ((await page.getByTestId('frame').getAttribute('data-box')) ?? '').split(',').map(Number);
};

async function handedIn(page: Page, school: School) {
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  const draft = await serverDraft(page, school.single);
  const framing = draft.evidence[0].framing;
  const id = crypto.randomUUID();
  const origin = new URL(page.url()).origin;
  const answer = await page.request.post(`/api/assignments/${school.single.id}/hand-ins`, {
    data: { id, draftVersion: draft.version },
    headers: { Origin: origin },
  });
  const receipt = await sealed(page, (await answer.json()).handInId);
  const file = await (await page.request.get(receipt.files[0]?.href ?? '')).body();
  return { framing, file };
}

test('displays are found; a key takes one, with exactly its pixels', async ({ page, school }) => {
  const bytes = await desktop();
  await open(page, school, bytes);
  await expect(page.getByText('2 displays seem to be in the picture.')).toBeVisible();
  await expectClean(page, 'framing with displays');
  await page.keyboard.press('2');
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '1280,0,1024,768');
  await expect(page.getByText('One of 2 displays is framed.')).toBeVisible();
  const { framing, file } = await handedIn(page, school);
  // The notice says where it went, and warns of nothing that framing has settled.
  await expect(page.getByText('The picture is in P1.')).toBeVisible();
  await expect(page.getByText('2 displays seem to be in the picture.')).toHaveCount(0);
  expect(framing).toEqual({ kind: 'display', box: { x: 1280, y: 0, width: 1024, height: 768 } });
  const expected = await pixelsOf(bytes, { left: 1280, top: 0, width: 1024, height: 768 });
  expect((await pixelsOf(file)).equals(expected)).toBe(true);
});

test('a picture as wide as two displays that shows no seam is offered in halves, and nothing is claimed', async ({
  page,
  school,
}) => {
  const bytes = await sharp({ create: { width: 3840, height: 1080, channels: 3, background: '#5d7f86' } })
    .composite([{ input: await testPicture(700, 500, 3), left: 300, top: 200 }])
    .png()
    .toBuffer();
  await open(page, school, bytes);
  await expect(page.getByText('Two displays?')).toBeVisible();
  await expect(page.getByText('displays seem to be in the picture')).toHaveCount(0);
  await page.keyboard.press('2');
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '1920,0,1920,1080');
  const { framing } = await handedIn(page, school);
  expect(framing).toEqual({ kind: 'display', box: { x: 1920, y: 0, width: 1920, height: 1080 } });
});

test('the window under the pointer lights up, keys step into it and out, a click takes it', async ({
  page,
  school,
}) => {
  const bytes = await desktop();
  await open(page, school, bytes);
  await page.getByText('2 displays seem to be in the picture.').waitFor();
  await page.keyboard.press('w');
  const lit = page.getByTestId('lit-part');
  await page.mouse.move(...(await at(page, 300, 300)));
  await expect(lit).toHaveAttribute('data-box', boxOf(WINDOW));
  await expectClean(page, 'framing by parts');
  // In the window lies its content, in that the panel.
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(lit).toHaveAttribute('data-box', boxOf(PANEL));
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('ArrowUp');
  await expect(lit).toHaveAttribute('data-box', boxOf(WINDOW));
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await page.mouse.click(...(await at(page, 300, 300)));
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '240,240,200,150');
  const { framing, file } = await handedIn(page, school);
  expect(framing.kind).toBe('window');
  expect(
    (await pixelsOf(file)).equals(await pixelsOf(bytes, { left: 240, top: 240, width: 200, height: 150 })),
  ).toBe(true);
});

test('parts by keyboard alone: left and right go on, Enter takes', async ({ page, school }) => {
  await open(page, school, await desktop());
  await page.getByText('2 displays seem to be in the picture.').waitFor();
  await page.keyboard.press('w');
  await page.keyboard.press('ArrowRight');
  const box = await page.getByTestId('lit-part').getAttribute('data-box');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', box ?? '');
  // One level back at a time; the picture stays.
  await page.keyboard.press('w');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('frame-stage')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '0,0,2304,800');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
});

test('an edge that comes within 4 pixels of an outline is pulled to it, unless Alt is held', async ({
  page,
  school,
}) => {
  await open(page, school, await desktop());
  await page.getByText('2 displays seem to be in the picture.').waitFor();
  // Outlines are found after displays.
  await page.keyboard.press('w');
  await expect(page.getByText('Looking for windows and parts …')).toHaveCount(0);
  await page.keyboard.press('r');
  const drag = async (from: [number, number], to: [number, number]) => {
    await page.mouse.move(...(await at(page, ...from)));
    await page.mouse.down();
    await page.mouse.move(...(await at(page, to[0] - 40, to[1] - 40)));
    await page.mouse.move(...(await at(page, ...to)));
    await page.mouse.up();
  };
  await drag([202, 152], [698, 548]);
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '200,150,500,400');
  await page.getByRole('button', { name: 'Whole picture' }).click();
  await page.keyboard.down('Alt');
  await drag([202, 152], [698, 548]);
  await page.keyboard.up('Alt');
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '202,152,497,397');
});

test('an outline by its corners: transparent outside, cut to its box; drawn by keyboard too', async ({
  page,
  school,
}) => {
  const bytes = await testPicture(600, 400);
  await open(page, school, bytes);
  await page.keyboard.press('o');
  for (const [x, y] of [
    [100, 100],
    [300, 100],
    [300, 250],
  ] as const)
    await page.mouse.click(...(await at(page, x, y, 600)));
  // The fourth corner by keys: from the middle of the picture to where it is meant.
  for (let i = 0; i < 20; i++) await page.keyboard.press('Shift+ArrowLeft');
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Space');
  await expect(page.getByTestId('outline')).toHaveAttribute('data-points', '100,100 300,100 300,250 100,250');
  await expectClean(page, 'framing by outline');
  const { framing, file } = await handedIn(page, school);
  expect(framing.kind).toBe('outline');
  const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  expect([info.width, info.height]).toEqual([200, 150]);
  const inside = await sharp(bytes)
    .extract({ left: 100, top: 100, width: 200, height: 150 })
    .ensureAlpha()
    .raw()
    .toBuffer();
  expect(data.equals(inside)).toBe(true);
});

test('a freehand outline closes itself, its corners can be moved, and Escape steps back', async ({
  page,
  school,
}) => {
  await open(page, school, await testPicture(600, 400));
  await page.getByRole('button', { name: 'Outline' }).click();
  await page.mouse.move(...(await at(page, 150, 100, 600)));
  await page.mouse.down();
  for (const [x, y] of [
    [300, 90],
    [420, 200],
    [300, 320],
    [160, 300],
  ] as const)
    await page.mouse.move(...(await at(page, x, y, 600)), { steps: 8 });
  await page.mouse.up();
  const outline = page.getByTestId('outline');
  await expect(outline).toHaveAttribute('data-points', /^150,100 /);
  const corners = page.locator('[data-corner]');
  const before = await corners.count();
  expect(before).toBeLessThan(9);
  const grip = await corners.first().boundingBox();
  await page.mouse.move((grip?.x ?? 0) + 6, (grip?.y ?? 0) + 6);
  await page.mouse.down();
  await page.mouse.move(...(await at(page, 120, 60, 600)));
  await page.mouse.up();
  await expect(outline).toHaveAttribute('data-points', /^120,60 /);
  await page.keyboard.press('Escape');
  await expect(corners).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(corners).toHaveCount(before);
});

test('a ratio is kept, and a scale of 50 % is handed in with a warning where text is small', async ({
  page,
  school,
}) => {
  const text = Array.from(
    { length: 18 },
    (_, i) =>
      `<text x="20" y="${30 + i * 20}" font-size="12">Stage was read at noon, row ${i}, and again in the evening</text>`,
  ).join('');
  const bytes = await sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="400"><rect width="800" height="400" fill="#fff"/>${text}</svg>`,
    ),
  )
    .flatten()
    .png()
    .toBuffer();
  await open(page, school, bytes);
  await page.getByLabel('Ratio').selectOption('1:1');
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', '0,0,400,400');
  await page.getByLabel('Scale').selectOption('half');
  await expect(page.getByText(/Text would become too small to read/)).toBeVisible();
  const { framing, file } = await handedIn(page, school);
  expect(framing).toEqual({ kind: 'region', box: { x: 0, y: 0, width: 400, height: 400 }, width: 200 });
  const { width, height } = await sharp(file).metadata();
  expect([width, height]).toEqual([200, 200]);
});

test('scaled by a percentage, smoothly: what is saved here is what is sealed, to the pixel, and how large it is on paper', async ({
  page,
  school,
}) => {
  await open(page, school, await testPicture(900, 600, 5));
  await page.getByLabel('Scale').selectOption('to a size');
  const percent = page.getByLabel('Percentage to scale to');
  await percent.fill('33');
  // As it was typed, although 33 % of 900 and 600 are whole.
  await expect(page.getByLabel('Width to scale to')).toHaveValue('297');
  await percent.fill('33.35');
  await expect(page.getByLabel('Width to scale to')).toHaveValue('300');
  await expect(percent).toHaveValue('33.35');
  await page.getByLabel('How it is scaled').selectOption('smooth, for photographs');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-status=saved]')).toBeVisible();
  await page.getByRole('button', { name: /^More for/ }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the picture' }).click(),
  ]);
  const saved = await readFile(await download.path());
  // A third of the 96 pixels for an inch that a screen has.
  expect(await sharp(saved).metadata()).toMatchObject({ width: 300, height: 200, density: 32 });
  await page.reload();
  const { framing, file } = await handedIn(page, school);
  expect(framing).toEqual({ kind: 'whole', width: 300, scaling: 'smooth' });
  expect((await pixelsOf(file)).equals(await pixelsOf(saved))).toBe(true);
});

test('the loupe never lies over the pixel it enlarges, and shows the edge of the frame between the pixels', async ({
  page,
  school,
}) => {
  await open(page, school, await desktop());
  for (const [x, y] of [
    [300, 300],
    [2290, 20],
    [2290, 780],
    [10, 790],
  ] as const) {
    const [px, py] = await at(page, x, y);
    await page.mouse.move(px, py);
    const loupe = page.getByTestId('loupe');
    await expect(loupe).toHaveAttribute('data-at', `${x},${y}`);
    const box = (await loupe.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
    const covers = px >= box.x && px <= box.x + box.width && py >= box.y && py <= box.y + box.height;
    expect(covers).toBe(false);
  }
  // The frame begins at the pixel where the drag does: in the loupe its left edge is that pixel's.
  await page.mouse.move(...(await at(page, 300, 300)));
  await page.mouse.down();
  await page.keyboard.down('Alt');
  await page.mouse.move(...(await at(page, 420, 420)), { steps: 3 });
  await page.mouse.move(...(await at(page, 303, 420)), { steps: 3 });
  await expect(page.getByTestId('frame')).toHaveAttribute('data-box', /^300,300,4,/);
  const edgeAt = (column: number) =>
    page
      .getByTestId('loupe')
      .locator('canvas')
      .evaluate((canvas: HTMLCanvasElement, left) => {
        const context = canvas.getContext('2d');
        return [...(context?.getImageData(left, 2, 1, 1).data ?? [])].slice(0, 3).join(',');
      }, column);
  // 17 pixels of 8: the pixel under the pointer, 303, is the ninth; 300 begins at 5 times 8.
  await expect.poll(() => edgeAt(40)).toBe('28,102,96');
  expect(await edgeAt(36)).not.toBe('28,102,96');
  await page.keyboard.up('Alt');
  await page.mouse.up();
});

test('while a region is dragged, M held moves all of it; the space bar does not', async ({
  page,
  school,
}) => {
  await open(page, school, await desktop());
  const box = () => frameBox(page);
  await page.mouse.move(...(await at(page, 300, 300)));
  await page.mouse.down();
  await page.mouse.move(...(await at(page, 500, 450)), { steps: 4 });
  const drawn = await box();
  await page.keyboard.down('m');
  await page.mouse.move(...(await at(page, 560, 480)), { steps: 4 });
  const moved = await box();
  expect(moved.slice(2)).toEqual(drawn.slice(2));
  expect((moved[0] ?? 0) - (drawn[0] ?? 0)).toBeGreaterThan(40);
  // Moves that come faster than the page draws all count.
  const stage = page.getByTestId('frame-stage');
  const [x, y] = await at(page, 560, 480);
  await stage.evaluate(
    (element, moves) => {
      for (const [clientX, clientY] of moves)
        element.dispatchEvent(
          new PointerEvent('pointermove', { bubbles: true, pointerId: 1, clientX, clientY }),
        );
    },
    [
      [x + 20, y],
      [x + 40, y],
      [x, y],
    ] as Array<[number, number]>,
  );
  const back = await box();
  expect(back.slice(2)).toEqual(moved.slice(2));
  expect(Math.abs((back[0] ?? 0) - (moved[0] ?? 0))).toBeLessThan(4);
  await page.keyboard.up('m');
  await page.keyboard.down(' ');
  await page.mouse.move(...(await at(page, 620, 520)), { steps: 4 });
  const grown = await box();
  expect(grown.slice(0, 2)).toEqual(moved.slice(0, 2));
  expect(grown[2]).toBeGreaterThan(moved[2] ?? 0);
  await page.keyboard.up(' ');
  await page.mouse.up();
});

test('while one frames the picture is zoomed and moved, and a pixel is hit that the whole picture cannot show', async ({
  page,
  school,
}) => {
  await open(page, school, await testPicture(5120, 1440));
  const surface = page.getByTestId('frame-stage');
  const shown = (await page.getByTestId('frame-view').boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  const [x, y] = [Math.round(shown.x + shown.width / 2), Math.round(shown.y + shown.height / 2)];
  await page.mouse.move(x, y);
  await page.keyboard.press('End');
  await expect(surface).toHaveAttribute('data-scale', '1.000');
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -720);
  await page.keyboard.up('Control');
  await expect(surface).toHaveAttribute('data-scale', '8.000');
  // As large as in the loupe, pixels need none.
  await expect(page.getByTestId('loupe')).toHaveCount(0);
  await page.mouse.down();
  await page.mouse.move(x + 80, y + 40, { steps: 3 });
  await page.mouse.up();
  const [left = 0, top = 0, width, height] = await frameBox(page);
  expect([width, height]).toEqual([11, 6]);
  // The arrows move it, and the view goes with it.
  for (let i = 0; i < 12; i++) await page.keyboard.press('Shift+ArrowRight');
  expect(await frameBox(page)).toEqual([left + 120, top, 11, 6]);
  await expect(page.getByTestId('frame')).toBeInViewport({ ratio: 1 });
  await page.keyboard.press('Home');
  await expect(surface).not.toHaveAttribute('data-scale', '8.000');
  const file = await handedIn(page, school);
  expect(file.framing).toEqual({ kind: 'region', box: { x: left + 120, y: top, width: 11, height: 6 } });
});

test('numbers stay as they are typed, and where they do not fit it is said; a ratio holds', async ({
  page,
  school,
}) => {
  await open(page, school, await desktop());
  const field = (name: string) => page.getByLabel(name, { exact: true });
  await field('width').fill('400');
  await field('height').fill('300');
  await field('x').fill('2200');
  await expect(page.getByText('That goes beyond the right edge of the picture.')).toBeVisible();
  expect(await frameBox(page)).toEqual([2200, 0, 104, 300]);
  await expect(field('width')).toHaveValue('400');
  await field('x').fill('100');
  expect(await frameBox(page)).toEqual([100, 0, 400, 300]);
  await expect(page.getByText(/That goes beyond/)).toHaveCount(0);
  await field('y').fill('5000');
  await field('y').blur();
  await expect(page.getByText(/That lies beyond the lower edge of the picture/)).toBeVisible();
  await expect(field('y')).toHaveValue('5000');
  expect(await frameBox(page)).toEqual([100, 0, 400, 300]);
  await field('y').fill('40');
  await page.getByLabel('Ratio').selectOption('4:3');
  await field('width').fill('200');
  expect(await frameBox(page)).toEqual([100, 40, 200, 150]);
  await field('height').fill('60');
  expect(await frameBox(page)).toEqual([100, 40, 80, 60]);
  // Its size is read beside the frame, never over what is in it, also where it begins at the upper edge.
  await field('y').fill('0');
  const [label, frame] = [
    await page.getByTestId('frame-size').boundingBox(),
    await page.getByTestId('frame').boundingBox(),
  ];
  expect((label?.y ?? 0) + (label?.height ?? 0)).toBeLessThanOrEqual(frame?.y ?? 0);
});
