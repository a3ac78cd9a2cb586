import { expectClean } from '../fixtures/axe.ts';
import { at, drag, openBench, tool } from '../fixtures/bench.ts';
import { expect, serverDraft, test } from '../fixtures/school.ts';

test('measured by pointer: a length, real after it is calibrated, an angle, an area and a colour', async ({
  page,
  school,
}) => {
  await openBench(page, school);
  const marks = async () => (await serverDraft(page, school.curve)).evidence[0]?.marks ?? [];
  const list = page.getByRole('region', { name: 'Marks' });
  const loupe = page.getByTestId('loupe');
  await expect(loupe).toHaveCount(0);
  await tool(page, 'Length');
  // An end is put on a pixel: what is enlarged is the one under the pointer.
  await page.mouse.move(...(await at(page, 0.25, 0.5)));
  await expect(loupe).toBeVisible();
  await expect(loupe).toHaveAttribute('data-at', '150,200');
  await drag(page, [0.25, 0.5], [0.75, 0.5]);
  await expect(list).toContainText(/Length: 300 px/);
  await page.getByLabel('Real length').fill('60');
  await expect(list).toContainText('Length: 60 mm');
  await page.getByLabel('Unit', { exact: true }).fill('cm');
  await expect(list).toContainText('Length: 60 cm');
  await tool(page, 'Area');
  await drag(page, [0.1, 0.1], [0.3, 0.4]);
  // 120 x 120 pixels at 0.2 cm each.
  await expect(list).toContainText(/Area: 57\d cm²/);
  await tool(page, 'Angle');
  await drag(page, [0.6, 0.8], [0.8, 0.5]);
  await expect(list).toContainText(/Angle: 45°/);
  await tool(page, 'Colour');
  await page.mouse.click(...(await at(page, 0.9, 0.9)));
  await expect(list).toContainText(/Colour at \d+, \d+: #[0-9a-f]{6}/);
  await expectClean(page, 'the bench, measuring');
  await expect
    .poll(async () => (await marks()).map((mark: { kind: string }) => mark.kind))
    .toEqual(['measure', 'measure', 'measure', 'colour']);
  // Everything follows when the length is given another real value.
  await list.getByRole('button', { name: /^Length/ }).click();
  await page.getByLabel('Real length').fill('30');
  await expect(list).toContainText(/Area: 14\d(\.\d)? cm²/);
});

test('measured by keys alone, and highlighted', async ({ page, school }) => {
  await openBench(page, school);
  const list = page.getByRole('region', { name: 'Marks' });
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press('3');
    await page.keyboard.press('Insert');
  }
  await expect(list.getByRole('listitem')).toHaveText([/^Length/, /^Angle/, /^Area/, /^Colour/]);
  const before = await list.textContent();
  await list.getByRole('button', { name: /^Length/ }).press('Enter');
  await page.keyboard.press('Alt+Shift+ArrowRight');
  await expect.poll(() => list.textContent()).not.toBe(before);
  for (let i = 0; i < 4; i++) await page.keyboard.press('2');
  await page.keyboard.press('Insert');
  await expect(list.getByRole('listitem').last()).toHaveText(/^Highlighted/);
  await page.getByRole('radio', { name: 'green' }).press('Space');
  await expect
    .poll(async () => (await serverDraft(page, school.curve)).evidence[0]?.marks.at(-1))
    .toMatchObject({ kind: 'highlight', tint: '#b9e6c4' });
});
