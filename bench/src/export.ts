import type { Page } from '@playwright/test';
import { openMarkedSheet } from './markedSheet.ts';
import { percentile } from './openSheet.ts';
import { screenPicture } from './pasteToPaint.ts';

const MARKS = 200;
const ROUNDS = 7;
/** How long somebody looks at the dialog before the press: a script does not, a hand takes longer than the second. */
const LOOKS_MS = [0, 150, 1000];

/**
 * From the press that saves a picture of 3840 x 2160 with its marks to its PNG, beside a bare `convertToBlob` of the very
 * pixels that were made, right after it.
 */
export async function measureExport(): Promise<void> {
  const { page, close } = await openMarkedSheet(await screenPicture(), MARKS);
  try {
    await page.evaluate(() => {
      const bare = OffscreenCanvas.prototype.convertToBlob;
      OffscreenCanvas.prototype.convertToBlob = async function (options) {
        const made = await bare.call(this, options);
        const at = performance.now();
        const again = new OffscreenCanvas(this.width, this.height);
        again.getContext('2d')?.drawImage(this, 0, 0);
        const from = performance.now();
        await bare.call(again, options);
        Object.assign(window, { exported: { at, bare: performance.now() - from } });
        return made;
      };
    });
    for (const look of LOOKS_MS) {
      const [whole, bare]: [number[], number[]] = [[], []];
      // The first round fetches the code that draws.
      for (let round = 0; round <= ROUNDS; round++) {
        const took = await saveOnce(page, look);
        if (round === 0) continue;
        whole.push(took.whole);
        bare.push(took.bare);
      }
      const [a, b] = [percentile(whole, 0.5), percentile(bare, 0.5)];
      console.log(
        `PNG of 3840 x 2160 with ${MARKS} marks, ${look} ms after its dialog opened: median ${a.toFixed(0)} ms, bare convertToBlob of the same pixels ${b.toFixed(0)} ms, ratio ${(a / b).toFixed(2)} (at most 1.3 asked)`,
      );
    }
  } finally {
    await close();
  }
}

async function saveOnce(page: Page, look: number): Promise<{ whole: number; bare: number }> {
  await page.getByRole('button', { name: /^More for/ }).click();
  const save = page.getByRole('button', { name: 'Save the picture' });
  await save.waitFor();
  await page.waitForTimeout(look);
  const saved = page.waitForEvent('download');
  const pressed = await save.evaluate((button: HTMLButtonElement) => {
    const now = performance.now();
    button.click();
    return now;
  });
  await (await saved).delete();
  const { at, bare } = await page.evaluate(
    () => (window as unknown as { exported: { at: number; bare: number } }).exported,
  );
  return { whole: at - pressed, bare };
}
