import sharp from 'sharp';
import { openBenchSheet, percentile } from './openSheet.ts';

const WIDTH = 7680;
const HEIGHT = 2160;
const FRAMES = 300;

/** Time from frame to frame while a region is dragged over a very wide picture, with the loupe beside the pointer. */
export async function measureRegionDrag(): Promise<void> {
  const data = Buffer.alloc(WIDTH * HEIGHT * 3, 240);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++)
      if (y % 24 < 14 && ((x * 2654435761 + (y - (y % 24)) * 97) >>> 13) % 5 === 0)
        data.fill(50, (y * WIDTH + x) * 3, (y * WIDTH + x) * 3 + 3);
  const png = await sharp(data, { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .png()
    .toBuffer();
  const { page, close } = await openBenchSheet();
  try {
    await page
      .getByLabel('Picture files')
      .setInputFiles({ name: 'wide.png', mimeType: 'image/png', buffer: png });
    await page.getByTestId('frame-pixels').waitFor();
    // Until windows and displays were looked for: that is over before anybody drags for long.
    await page.locator('[role=dialog] footer').getByText('Drag a region').waitFor();
    await page.waitForTimeout(6000);
    const box = (await page.getByTestId('frame-stage').boundingBox()) ?? { x: 0, y: 0, width: 1, height: 1 };
    const measure = (moving: boolean) =>
      page.evaluate(
        async ([x, y, width, height, frames, drag]) => {
          const stage = document.querySelector('[data-testid=frame-stage]') as HTMLElement;
          // A method, because a named function would need a helper of the compiler that is not in the page.
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
              stage.dispatchEvent(new PointerEvent(type, init));
            },
          };
          Object.assign(stage, { setPointerCapture() {} });
          if (drag) pointer.fire('pointerdown', x + 20, y + 20);
          const times: number[] = [];
          let before = await new Promise<number>(requestAnimationFrame);
          for (let i = 0; i < frames; i++) {
            const t = i / frames;
            if (drag)
              pointer.fire(
                'pointermove',
                x + 40 + (width - 60) * t,
                y + 40 + (height - 60) * Math.abs(Math.sin(t * 9)),
              );
            const now = await new Promise<number>(requestAnimationFrame);
            times.push(now - before);
            before = now;
          }
          if (drag) pointer.fire('pointerup', x + width - 20, y + height - 20);
          return times;
        },
        [box.x, box.y, box.width, box.height, FRAMES, moving] as const,
      );
    const idle = await measure(false);
    const drag = await measure(true);
    console.log(
      `Region drag with loupe on ${WIDTH} x ${HEIGHT}: frame time 95th percentile ${percentile(drag, 0.95).toFixed(1)} ms, median ${percentile(drag, 0.5).toFixed(1)} ms (asked: 16.7); the same page at rest ${percentile(idle, 0.95).toFixed(1)} ms`,
    );
  } finally {
    await close();
  }
}
