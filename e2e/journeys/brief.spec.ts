import { expectClean } from '../fixtures/axe.ts';
import { expect, openSheet, signIn, test } from '../fixtures/school.ts';

test('a brief is shaped by its tools, by pointer and by keys, undone as what is typed, and read as it was shaped', async ({
  page,
  school,
}) => {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/edit`);
  await page.getByLabel('Add files').setInputFiles({
    name: 'gaugings (1).csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('time;stage\n07:00;0.43\n'),
  });
  const brief = page.getByRole('textbox', { name: 'Brief' });
  await brief.fill('Fit a power law');
  await brief.press('ControlOrMeta+a');
  await brief.press('Control+b');
  await expect(brief).toHaveValue('**Fit a power law**');
  await brief.press('ControlOrMeta+z');
  await expect(brief).toHaveValue('Fit a power law');
  // One stop for Tab before the text; arrows go along inside.
  await page.getByLabel('Title', { exact: true }).first().focus();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Heading' })).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: 'Bold' })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(brief).toBeFocused();
  await brief.press('Control+End');
  await page.keyboard.type('\nwith your own gaugings.\n\none\ntwo');
  for (const key of ['Shift+Home', 'Shift+ArrowUp', 'Shift+Home']) await page.keyboard.press(key);
  await page.getByRole('button', { name: 'Numbered list' }).click();
  await expect(brief).toHaveValue('Fit a power law\nwith your own gaugings.\n\n1. one\n2. two');
  await brief.press('Control+End');
  await page.keyboard.type('\n\n');
  await page
    .getByRole('group', { name: 'Put into the brief' })
    .getByRole('button', { name: 'gaugings (1).csv' })
    .click();
  await expect(brief).toHaveValue(/\n\n\[gaugings \(1\)\.csv\]\(files\/gaugings%20%281%29\.csv\)$/);
  await page.getByText('As students read it').click();
  await expect(page.locator('.guide').getByRole('listitem')).toHaveText(['one', 'two']);
  await expectClean(page, 'a brief with its tools');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();

  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  const read = page.locator('.guide');
  await expect(read.getByRole('link', { name: 'gaugings (1).csv' })).toBeVisible();
  // The lines of a paragraph stay lines; between what follows one another there is no empty one.
  const lineHeight = await read.evaluate((node) => Number.parseFloat(getComputedStyle(node).lineHeight));
  const blocks = await read
    .locator('p, li')
    .evaluateAll((all) => all.map((node) => node.getBoundingClientRect().toJSON()));
  expect(Math.round(blocks[0].height / lineHeight)).toBe(2);
  for (const [i, { top }] of blocks.entries())
    if (i > 0) expect(top - blocks[i - 1].bottom).toBeLessThan(lineHeight);
});
