import { randomBytes } from 'node:crypto';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { expectClean } from '../fixtures/axe.ts';
import { addByDrop, dropFiles } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, serverDraft, signIn, test } from '../fixtures/school.ts';

/** The builder, with what a picture of the one proof point has to be. */
async function openRequirements(page: Page, school: School): Promise<void> {
  await signIn(page, school, school.instructor);
  await page.goto(`/assignments/${school.single.id}/edit`);
  await page.getByText('What a picture of it has to be').click();
}

test('a largest file and words of one’s own are asked for in the builder, said on the sheet, and met from there', async ({
  page,
  school,
}) => {
  await openRequirements(page, school);
  const largest = page.getByLabel('Largest file in kB');
  await largest.fill('2.5');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Give whole kilobytes from 1 to 25000, or nothing.')).toBeVisible();
  await largest.fill('60');
  await page.getByLabel('Something of one’s own has to be written with it').check();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.reload();
  await page.getByText('What a picture of it has to be').click();
  await expect(largest).toHaveValue('60');

  // Noise, which PNG cannot make small.
  const buffer = await sharp(randomBytes(200 * 150 * 3), { raw: { width: 200, height: 150, channels: 3 } })
    .png()
    .toBuffer();
  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await dropFiles(page, [{ name: 'noise.png', bytes: buffer, type: 'image/png' }]);
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Enter');
  const left = page.getByTestId('left-P1');
  await expect(left).toContainText('write something of your own with it');
  // Nobody reloads: the sheet asks until the file is made.
  await expect(left).toContainText('at most 60 kB are taken. Choose another format');
  await expectClean(page, 'a sheet with a file that is too large');
  await left.getByRole('listitem').filter({ hasText: '60 kB' }).getByRole('link').click();
  await expect(page.getByText('A file has at most 60 kB.')).toBeVisible();
  // The best JPEG that small is among the rows already.
  await expect(page.getByLabel('The best JPEG of at most')).toHaveValue('60');
  await expect(page.getByRole('table').getByRole('row')).toHaveCount(9);
  await page.getByRole('radio', { name: /^JPEG/ }).last().press('Space');
  await page.keyboard.press('Enter');
  await expect(left).toBeVisible();
  await expect(left).not.toContainText('60 kB');
  // Once it is made, it still fits.
  const made = async () => {
    const [evidence] = (await serverDraft(page, school.single)).evidence;
    return evidence?.encoding?.format === 'jpeg' ? evidence.fileBytes : null;
  };
  await expect.poll(made).toBeGreaterThan(0);
  expect(await made()).toBeLessThanOrEqual(60_000);
  await expect(left).not.toContainText('60 kB');
  await expect(left).toContainText('write something of your own with it');
});

test('a finish is asked for in the builder, said on the sheet with the way to the bench, and met there', async ({
  page,
  school,
}) => {
  await openRequirements(page, school);
  await page.getByLabel('Set off from the page').selectOption('on every picture');
  await page.getByLabel('In greys, or light for dark').selectOption('on none');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();

  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  await addByDrop(page, 300, 200, 'Escape');
  const left = page.getByTestId('left-P1');
  await expect(left).toContainText('every picture has to be set off from the page');
  await left.getByRole('link', { name: 'Finish' }).click();
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  await page.keyboard.press('6');
  await page.getByRole('radio', { name: 'by a rule' }).press('Space');
  await page.getByRole('radio', { name: 'in greys' }).press('Space');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(left).toContainText('pictures are to keep their colours');
  await expect(left).not.toContainText('set off');
  await left.getByRole('link', { name: 'Finish' }).click();
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
  await page.keyboard.press('6');
  await page.getByRole('radio', { name: 'as it is' }).press('Space');
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(left).toContainText('Everything asked for P1 is here.');
});

test('words that must be readable are asked for in the builder, read by the server, and said on the sheet and in review', async ({
  page,
  school,
}) => {
  /** A window as Chromium draws it. */
  const windowWith = async (text: string): Promise<Buffer> => {
    const window = await page.context().newPage();
    await window.setViewportSize({ width: 480, height: 200 });
    await window.setContent(`<body style="font: 15px sans-serif; background: #fff"><p>${text}</p></body>`);
    const bytes = await window.screenshot();
    await window.close();
    return bytes;
  };
  await openRequirements(page, school);
  const words = page.getByLabel('Words that must be readable, one in each line');
  await words.fill('x'.repeat(81));
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Give at most ten, each of at most 80 letters.')).toBeVisible();
  await words.fill('Station TA-236\n\nself-test');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.reload();
  await page.getByText('What a picture of it has to be').click();
  await expect(words).toHaveValue('Station TA-236\nself-test');

  await signIn(page, school, school.student);
  await openSheet(page, school.single);
  const bytes = await windowWith('Station TA-236, twelve gaugings');
  await dropFiles(page, [{ name: 'window.png', bytes, type: 'image/png' }]);
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Enter');
  // Nobody reloads: the sheet asks until it is read. It is worth a look and stops nobody.
  const left = page.getByTestId('left-P1');
  await expect(left).toContainText('So far nothing is missing for P1.');
  await expect(left).toContainText('The machine did not read “self-test”. See whether a person can.');
  await page.getByRole('button', { name: 'Hand in …' }).click();
  await page.getByRole('button', { name: 'Hand in now' }).click();
  await page.getByRole('heading', { name: 'Receipt' }).waitFor();
  const handIn = page.url();
  await signIn(page, school, school.instructor);
  await page.goto(`${handIn}/review`);
  await expect(page.getByRole('list', { name: 'Findings' })).toContainText(
    'The machine did not read “self-test”. See whether a person can.',
  );
  await expectClean(page, 'a finding of words');
});
