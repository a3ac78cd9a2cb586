import sharp from 'sharp';
import { openMarkedSheet } from './markedSheet.ts';
import { percentile } from './openSheet.ts';

const WIDTH = 3840;
const HEIGHT = 2160;
const MARKS = 200;
const FRAMES = 300;

/** Time from frame to frame while one mark among 200 is dragged on a large picture, and while the page rests. */
export async function measureMarkDrag(): Promise<void> {
  const png = await sharp({ create: { width: WIDTH, height: HEIGHT, channels: 3, background: '#dfe6e0' } })
    .png()
    .toBuffer();
  const { page, close } = await openMarkedSheet(png, MARKS);
  try {
    await page.getByRole('button', { name: 'Bench', exact: true }).click();
    await page.getByRole('toolbar').getByRole('button', { name: 'Box', exact: true }).click();
    await page.locator(`[data-marks="${MARKS}"]`).waitFor();
    await page.waitForTimeout(3000);
    const measure = (moving: boolean) =>
      page.evaluate(
        async ([frames, drag]) => {
          const surface = document.querySelector('[data-testid=drawing]') as HTMLElement;
          const box = surface.getBoundingClientRect();
          const pointer = {
            fire(type: string, clientX: number, clientY: number) {
              const init = {
                clientX,
                clientY,
                bubbles: true,
                cancelable: true,
                pointerId: 1,
                isPrimary: true,
              };
              surface.dispatchEvent(new PointerEvent(type, init));
            },
          };
          Object.assign(surface, { setPointerCapture() {} });
          // On the left edge of the first mark.
          const [x, y] = [box.left + (100 / 3840) * box.width, box.top + (150 / 2160) * box.height];
          if (drag) pointer.fire('pointerdown', x, y);
          const times: number[] = [];
          let before = await new Promise<number>(requestAnimationFrame);
          for (let i = 0; i < frames; i++) {
            const t = i / frames;
            if (drag)
              pointer.fire('pointermove', x + box.width * 0.6 * t, y + 200 * Math.abs(Math.sin(t * 9)));
            const now = await new Promise<number>(requestAnimationFrame);
            times.push(now - before);
            before = now;
          }
          if (drag) pointer.fire('pointerup', x, y);
          return times;
        },
        [FRAMES, moving] as const,
      );
    const idle = await measure(false);
    const drag = await measure(true);
    const rest = percentile(idle, 0.95);
    console.log(
      `Dragging one mark among ${MARKS} on ${WIDTH} x ${HEIGHT}: frame time 95th percentile ${percentile(drag, 0.95).toFixed(1)} ms, median ${percentile(drag, 0.5).toFixed(1)} ms; the page at rest ${rest.toFixed(1)} ms (asked: rest + 1)`,
    );
  } finally {
    await close();
  }
}
