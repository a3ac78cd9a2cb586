import { openMarkedSheet } from './markedSheet.ts';
import { percentile } from './openSheet.ts';
import { screenPicture } from './pasteToPaint.ts';

const MARKS = 200;
const ROUNDS = 7;

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
    const [whole, bare]: [number[], number[]] = [[], []];
    for (let round = 0; round <= ROUNDS; round++) {
      await page.getByRole('button', { name: /^More for/ }).click();
      const save = page.getByRole('button', { name: 'Save the picture' });
      const saved = page.waitForEvent('download');
      const pressed = await save.evaluate((button: HTMLButtonElement) => {
        const now = performance.now();
        button.click();
        return now;
      });
      await (await saved).delete();
      const exported = await page.evaluate(
        () => (window as unknown as { exported: { at: number; bare: number } }).exported,
      );
      // The first round fetches the code that draws.
      if (round === 0) continue;
      whole.push(exported.at - pressed);
      bare.push(exported.bare);
    }
    const [a, b] = [percentile(whole, 0.5), percentile(bare, 0.5)];
    console.log(
      `PNG of 3840 x 2160 with ${MARKS} marks: median ${a.toFixed(0)} ms, bare convertToBlob of the same pixels ${b.toFixed(0)} ms, ratio ${(a / b).toFixed(2)} (at most 1.3 asked)`,
    );
  } finally {
    await close();
  }
}
