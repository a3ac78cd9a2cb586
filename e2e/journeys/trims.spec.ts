import { expectClean } from '../fixtures/axe.ts';
import { at, drag, openBench, tool } from '../fixtures/bench.ts';
import { expect, serverDraft, test } from '../fixtures/school.ts';

test('trimmed by pointer: a band, a level edge, a turn, a colour; marks stay where they were put, and undo goes back', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  const draft = async () => (await serverDraft(page, school.curve)).evidence[0];
  const stage = page.locator('[data-scale]');
  const ratio = async () => {
    const box = await stage.boundingBox();
    return box ? box.width / box.height : 0;
  };
  // A pin near the right edge, which the steps must carry along.
  await page.mouse.click(...(await at(page, 0.9, 0.5)));
  await expect.poll(async () => (await draft())?.marks).toMatchObject([{ letter: 'a' }]);
  const [before] = (await draft())?.marks ?? [];
  await tool(page, 'Band');
  await drag(page, [0.3, 0.5], [0.6, 0.52]);
  await expect.poll(async () => (await draft())?.trims).toMatchObject([{ kind: 'band', of: 'columns' }]);
  await expect.poll(ratio).toBeLessThan(1.3);
  await page.getByRole('button', { name: 'Turn right' }).click();
  await expect.poll(ratio).toBeLessThan(1);
  await tool(page, 'Level');
  await drag(page, [0.2, 0.5], [0.8, 0.53]);
  await expect
    .poll(async () => (await draft())?.trims)
    .toMatchObject([{}, { kind: 'turn' }, { kind: 'tilt' }]);
  await tool(page, 'Clear colour');
  await page.mouse.click(...(await at(page, 0.5, 0.9)));
  await expect(page.getByRole('listitem').filter({ hasText: 'made transparent' })).toBeVisible();
  await expectClean(page, 'the bench, trimming');
  // The pin lies where it lay in the capture, and is seen in what the picture has become.
  expect((await draft())?.marks).toEqual([before]);
  await tool(page, 'Pin');
  await expect(page.getByLabel('Must-shows to pin')).toContainText(/at \d+, \d+/);
  for (let i = 0; i < 4; i++) await page.keyboard.press('ControlOrMeta+z');
  await expect.poll(async () => (await draft())?.trims).toEqual([]);
  await expect.poll(ratio).toBeGreaterThan(1.4);
});

test('trimmed and finished by keys alone; the sheet, the receipt and the reviewer have the same picture', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  const draft = async () => (await serverDraft(page, school.curve)).evidence[0];
  await page.keyboard.press('a');
  await page.keyboard.press('b');
  await page.keyboard.press('5');
  await page.keyboard.press('Insert');
  await page.getByLabel('from', { exact: true }).fill('200');
  await page.getByLabel('to', { exact: true }).fill('260');
  await page.keyboard.press('Escape');
  await page.keyboard.press('5');
  await page.keyboard.press('Insert');
  await page.getByLabel('degrees').fill('2');
  await page.keyboard.press('Escape');
  await page.keyboard.press('6');
  await page.getByRole('radio', { name: 'by a step of tone' }).press('Space');
  await page.getByRole('checkbox', { name: 'right', exact: true }).press('Space');
  await page.getByRole('radio', { name: 'in greys' }).press('Space');
  await expect
    .poll(async () => (await draft())?.trims)
    .toEqual([
      { kind: 'band', of: 'columns', from: 200, to: 260 },
      { kind: 'tilt', degrees: 2 },
      { kind: 'cut-here', sides: ['right'] },
      { kind: 'tone', as: 'greys' },
      { kind: 'set-off', by: 'tone' },
    ]);
  await expectClean(page, 'the bench, finishing');
  await page.getByRole('button', { name: /^Done/ }).click();
  const mount = page.locator('[data-status]').first();
  const [, width, height] = /(\d+) × (\d+)/.exec((await mount.textContent()) ?? '') ?? [];
  const shown = page.getByRole('img', { name: /^P1: / }).first();
  await expect
    .poll(() => shown.evaluate((image: HTMLImageElement) => [image.naturalWidth, image.naturalHeight]))
    .toEqual([Number(width), Number(height)]);
  // Framed anew, the band stays on its columns.
  await page.getByRole('button', { name: 'Frame', exact: true }).first().click();
  await page.getByLabel('x', { exact: true }).fill('50');
  await page.getByRole('button', { name: /^Accept/ }).click();
  await expect.poll(async () => (await draft())?.trims[0]).toMatchObject({ from: 150, to: 210 });
});
