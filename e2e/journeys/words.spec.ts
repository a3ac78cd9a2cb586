import type { Page } from '@playwright/test';
import { expectClean } from '../fixtures/axe.ts';
import { drag, tool } from '../fixtures/bench.ts';
import { intercept } from '../fixtures/intercept.ts';
import { dropFiles } from '../fixtures/pictures.ts';
import { expect, openSheet, type School, serverDraft, signIn, test } from '../fixtures/school.ts';

const LINES = ['Gauge 7 at the weir', 'Stage 2.47 m, flow 13.8', 'Token: wren-4471'];

/** A student's picture with three known lines, drawn in the page's own letters at a screen's usual size. */
async function openWords(page: Page, school: School, ink = '#222222', ground = '#ffffff'): Promise<void> {
  await signIn(page, school, school.student);
  await openSheet(page, school.curve);
  const base64 = await page.evaluate(
    async ([lines, dark, light]) => {
      const canvas = new OffscreenCanvas(600, 400);
      const context = canvas.getContext('2d');
      if (!context) throw new Error('No canvas.');
      context.fillStyle = light;
      context.fillRect(0, 0, 600, 400);
      context.fillStyle = dark;
      context.font = '16px "Atkinson Hyperlegible Next Variable"';
      lines.forEach((line, i) => {
        context.fillText(line, 40, 60 + 120 * i);
      });
      const bytes = new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer());
      return btoa(String.fromCharCode(...bytes));
    },
    [LINES, ink, ground] as const,
  );
  await dropFiles(page, [{ name: 'a.png', bytes: Buffer.from(base64, 'base64'), type: 'image/png' }]);
  await page.getByTestId('frame-stage').waitFor();
  await page.keyboard.press('Enter');
  await page.getByRole('toolbar', { name: 'Tools' }).waitFor();
}

test('words are read out of a part of a picture, copied as text, and stand beside a pin', async ({
  page,
  school,
}) => {
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await openWords(page, school);
  await page.keyboard.press('a');
  await tool(page, 'Words');
  // Over the second line only.
  await drag(page, [0.02, 0.36], [0.6, 0.52]);
  const field = page.getByLabel('The words that were read');
  await expect(field).toHaveValue(LINES[1] ?? '');
  await expectClean(page, 'the bench, reading words');
  await page.getByRole('button', { name: 'Copy the words' }).click();
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toBe(LINES[1]);
  await page.getByRole('button', { name: 'Write beside pin a' }).click();
  await expect
    .poll(async () => (await serverDraft(page, school.curve)).evidence[0]?.marks)
    .toEqual([expect.objectContaining({ kind: 'pin', letter: 'a', says: LINES[1] })]);
});

test('words are read by keys alone, light on dark too, and what is hidden is not read', async ({
  page,
  school,
}) => {
  await openWords(page, school, '#e8e8e8', '#1f2430');
  await tool(page, 'Solid');
  await drag(page, [0.04, 0.68], [0.6, 0.8]);
  await page.keyboard.press('Escape');
  for (let i = 0; i < 5; i++) await page.keyboard.press('3');
  await expect(page.getByRole('button', { name: 'Words', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('Insert');
  const field = page.getByLabel('The words that were read');
  await expect(field).toHaveValue(/Gauge 7 at the weir\s+Stage 2\.47 m, flow 13\.8/);
  await expect(field).not.toHaveValue(/wren|4471|Token/);
  await page.keyboard.press('Escape');
  await expect(field).toBeHidden();
});

test('a reader that does not load is said, and reads when it does', async ({ page, school }) => {
  await openWords(page, school);
  await intercept(page, /traineddata/, (route) => route.abort());
  await tool(page, 'Words');
  await page.keyboard.press('Insert');
  await expect(page.getByRole('alert')).toContainText('what reads them did not load');
  await page.unroute(/traineddata/);
  await page.keyboard.press('Insert');
  await expect(page.getByLabel('The words that were read')).toHaveValue(/Gauge 7/);
});
