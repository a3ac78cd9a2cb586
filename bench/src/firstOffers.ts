import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { openBenchSheet, percentile } from './openSheet.ts';
import { screenPicture } from './pasteToPaint.ts';

const PICTURES = fileURLToPath(new URL('../realDesktops/pictures/', import.meta.url));
const EACH = 3;

/** Desktops as they are, two of them beside each other, and one of 3840 x 2160. */
async function pictures(): Promise<Array<{ name: string; png: Buffer }>> {
  const files = readdirSync(PICTURES)
    .filter((file) => file.endsWith('.png'))
    .slice(0, 7);
  const alone = files.map((name) => ({ name, png: readFileSync(join(PICTURES, name)) }));
  const [first, second] = alone as [(typeof alone)[number], (typeof alone)[number]];
  const [a, b] = await Promise.all([sharp(first.png).metadata(), sharp(second.png).metadata()]);
  const both = await sharp({
    create: {
      ...{ width: a.width + b.width, height: Math.max(a.height, b.height), channels: 3 },
      background: '#000000',
    },
  })
    .composite([
      { input: first.png, left: 0, top: 0 },
      { input: second.png, left: a.width, top: 0 },
    ])
    .png()
    .toBuffer();
  return [...alone, { name: 'two displays', png: both }, { name: '3840 x 2160', png: await screenPicture() }];
}

/**
 * Time from a pasted picture being seen to what was found in it being offered beside it: displays, and what to check.
 * Each picture is another one to the page, so that nothing is remembered of it.
 */
export async function measureFirstOffers(): Promise<void> {
  const { page, close } = await openBenchSheet();
  const [times, wholes]: [number[], number[]] = [[], []];
  try {
    for (const { name, png } of await pictures())
      for (let round = 0; round < EACH; round++) {
        const { offered: took, all } = await page.evaluate(async (base64) => {
          const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
          const data = new DataTransfer();
          data.items.add(new File([bytes], 'bench.png', { type: 'image/png' }));
          performance.clearMarks();
          let [offered, all] = [0, 0];
          const observer = new MutationObserver(() => {
            const looked = document.querySelector<HTMLElement>('[data-looked]')?.dataset.looked;
            if (looked && offered === 0) offered = performance.now();
            if (looked === 'all' && all === 0) all = performance.now();
          });
          observer.observe(document.body, { childList: true, subtree: true, attributes: true });
          dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
          while (all === 0 || performance.getEntriesByName('nachweis:picture-drawn').length === 0)
            await new Promise(requestAnimationFrame);
          observer.disconnect();
          const seen = performance.getEntriesByName('nachweis:picture-drawn')[0]?.startTime ?? 0;
          return { offered: offered - seen, all: all - seen };
        }, png.toString('base64'));
        // The very first fetches the code that looks.
        if (times.length === 0) console.log(`    the first of the page: ${Math.round(took)} ms (${name})`);
        times.push(took);
        wholes.push(all);
        if (took > 500) console.log(`    slow: ${name}: ${Math.round(took)} ms`);
        await page.keyboard.press('Escape');
        await page.getByTestId('frame-stage').waitFor({ state: 'detached' });
        await page.locator('[data-status=saved]').waitFor();
        await page.getByRole('button', { name: /^Remove / }).click();
        await page.locator('[data-status=saved]').waitFor({ state: 'detached' });
      }
    console.log(
      `From a picture being seen to the first offers: median ${percentile(times, 0.5).toFixed(0)} ms, longest ${Math.max(...times).toFixed(0)} ms of ${times.length} (at most 500 asked); to what is to check as well: median ${percentile(wholes, 0.5).toFixed(0)} ms, longest ${Math.max(...wholes).toFixed(0)} ms`,
    );
  } finally {
    await close();
  }
}
