import sharp from 'sharp';
import { openBenchSheet, percentile } from './openSheet.ts';

const ROUNDS = 9;
const WIDTH = 3840;
const HEIGHT = 2160;

/** A 4K picture that compresses about as a screen does: flat areas, text-like rows, and a photograph-like part. */
export async function screenPicture(): Promise<Buffer> {
  const data = Buffer.alloc(WIDTH * HEIGHT * 3, 244);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const at = (y * WIDTH + x) * 3;
      const text = x < 2400 && y % 24 < 14 && ((x * 2654435761 + (y - (y % 24)) * 97) >>> 13) % 5 === 0;
      if (text) data.fill(40, at, at + 3);
      if (x > 2600 && y > 400 && y < 1700)
        data.set(
          [(x * y) >> 11, (x + y) >> 4, (x ^ y) >> 3].map((v) => v & 255),
          at,
        );
    }
  }
  return sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .png()
    .toBuffer();
}

/**
 * Time from a paste event with a 3840 x 2160 PNG to the frame after the one in which it was drawn where it is to be
 * framed, and to its being drawn by the framing view; beside a bare `createImageBitmap` of the same bytes in the same
 * page. The two take turns.
 */
export async function measurePaste(): Promise<void> {
  const png = await screenPicture();
  const { page, close } = await openBenchSheet();
  try {
    await page.evaluate((base64) => {
      const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
      Object.assign(window, { benchFile: new File([bytes], 'bench.png', { type: 'image/png' }) });
    }, png.toString('base64'));
    const paste: number[] = [];
    const bare: number[] = [];
    const drawn: number[] = [];
    const inView: number[] = [];
    for (let round = 0; round <= ROUNDS; round++) {
      const times = await page.evaluate(async () => {
        const file = (window as unknown as { benchFile: File }).benchFile;
        const start = performance.now();
        (await createImageBitmap(file)).close();
        const decoded = performance.now() - start;
        performance.clearMarks();
        const data = new DataTransfer();
        data.items.add(file);
        const pasted = performance.now();
        dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
        while (performance.getEntriesByName('nachweis:picture-drawn').length === 0)
          await new Promise(requestAnimationFrame);
        // The frame after the one in which it was drawn: it has been painted.
        await new Promise(requestAnimationFrame);
        const painted = performance.now();
        while (performance.getEntriesByName('nachweis:framing-drawn').length === 0)
          await new Promise(requestAnimationFrame);
        const [drawn, inView] = ['nachweis:picture-drawn', 'nachweis:framing-drawn'].map(
          (mark) => performance.getEntriesByName(mark)[0]?.startTime ?? 0,
        ) as [number, number];
        return { decoded, drawn: drawn - pasted, painted: painted - pasted, inView: inView - pasted };
      });
      // The first round loads the framing view's code and warms both up.
      if (round > 0) {
        paste.push(times.painted);
        bare.push(times.decoded);
        drawn.push(times.drawn);
        inView.push(times.inView);
      }
      await page.getByTestId('frame-stage').waitFor();
      await page.keyboard.press('Escape');
      await page.getByTestId('frame-stage').waitFor({ state: 'detached' });
      await page.locator('[data-status=saved]').waitFor();
      // There is room for one: the next would ask which it replaces.
      await page.getByRole('button', { name: /^Remove / }).click();
      await page.locator('[data-status=saved]').waitFor({ state: 'detached' });
    }
    const [p, b] = [percentile(paste, 0.5), percentile(bare, 0.5)];
    console.log(
      `Paste of a ${WIDTH} x ${HEIGHT} PNG (${(png.length / 1e6).toFixed(1)} MB) to its first paint: median ${p.toFixed(0)} ms of ${ROUNDS}, drawn after ${percentile(drawn, 0.5).toFixed(0)} ms, in the framing view after ${percentile(inView, 0.5).toFixed(0)} ms; bare createImageBitmap ${b.toFixed(0)} ms; ratio ${(p / b).toFixed(2)}`,
    );
  } finally {
    await close();
  }
}
