import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { openBenchSheet } from './openSheet.ts';

const SECONDS = 120;
/** Each scene rests for between one and three seconds, then the next comes. */
const RESTS = [1000, 1500, 3000, 1200, 2000];
/** clock ticks a second, as the kernel counts processor time for programs */
const TICKS = Number(execFileSync('getconf', ['CLK_TCK'], { encoding: 'utf8' }));

/**
 * Look-back over a two-minute share that the bench paints: how many of the scenes that rested were kept, and how much
 * of one core the page's process took, less what it takes for painting the same scenes without a share.
 */
export async function measureLookBack(width: number, height: number): Promise<void> {
  const { page, close } = await openBenchSheet();
  try {
    await page.evaluate(
      ([w, h]) => {
        const canvas = document.createElement('canvas');
        canvas.width = w;
        canvas.height = h;
        const context = canvas.getContext('2d', { alpha: false }) as CanvasRenderingContext2D;
        // A method, because a named function would need a helper of the compiler that is not in the page.
        const scenes = {
          paint(scene: number) {
            context.fillStyle = '#dfe5e0';
            context.fillRect(0, 0, w, h);
            context.fillStyle = '#333';
            context.font = '18px monospace';
            for (let row = 0; row < h / 30; row++)
              context.fillText(`row ${row}, stage read at the lower bridge`, 40, 30 + row * 30);
            // A menu of the size of a small one, at another place each time.
            context.fillStyle = '#fff4c0';
            context.fillRect(60 + ((scene * 137) % (w - 300)), 60 + ((scene * 89) % (h - 300)), 180, 120);
            context.fillStyle = '#222';
            context.fillText(
              `scene ${scene}`,
              80 + ((scene * 137) % (w - 300)),
              100 + ((scene * 89) % (h - 300)),
            );
          },
        };
        scenes.paint(0);
        Object.assign(window, scenes);
        navigator.mediaDevices.getDisplayMedia = async () => canvas.captureStream(15);
      },
      [width, height] as const,
    );
    const play = async (seconds: number) => {
      const renderer = rendererPid();
      const before = processorSeconds(renderer);
      const start = performance.now();
      const scenes = await page.evaluate(
        async ([length, rests]) => {
          const { paint } = window as unknown as { paint(scene: number): void };
          const end = performance.now() + length * 1000;
          let scene = 0;
          while (performance.now() < end) {
            paint(++scene);
            await new Promise((done) => setTimeout(done, rests[scene % rests.length]));
          }
          return scene;
        },
        [seconds, RESTS] as const,
      );
      return { scenes, share: (processorSeconds(renderer) - before) / ((performance.now() - start) / 1000) };
    };
    const bare = await play(20);
    await page.evaluate(() => {
      // Counts every moment that is told of, also those that are let go again.
      const seen = new Set<string>();
      Object.assign(window, { seen });
      new MutationObserver(() => {
        for (const button of document.querySelectorAll('[aria-label="Moments to take"] img'))
          seen.add((button as HTMLImageElement).src);
      }).observe(document.body, {
        subtree: true,
        childList: true,
        attributes: true,
        attributeFilter: ['src'],
      });
    });
    // A canvas gives its stream no frame before it is painted; a screen gives one at once.
    await page.evaluate(() => {
      const { paint } = window as unknown as { paint(scene: number): void };
      setTimeout(() => paint(0), 500);
      setTimeout(() => paint(0), 1500);
    });
    await page.getByRole('button', { name: 'Share the screen' }).click();
    await page.getByRole('button', { name: 'Accept' }).waitFor();
    await page.keyboard.press('Escape');
    // The picture that was there before any scene is a moment too, and none of the scenes.
    await page.getByRole('list', { name: 'Moments to take' }).getByRole('button').first().waitFor();
    const before = await page.evaluate(() => (window as unknown as { seen: Set<string> }).seen.size);
    const shared = await play(SECONDS);
    const kept = await page.evaluate(() => (window as unknown as { seen: Set<string> }).seen.size);
    console.log(
      `Look-back over ${SECONDS} s of a ${width} x ${height} share: ${kept - before} moments kept of ${shared.scenes} scenes that rested for 1 s or more; processor ${(100 * shared.share).toFixed(0)} % of one core, ${(100 * (shared.share - bare.share)).toFixed(0)} % more than painting them alone (asked: 25 %)`,
    );
  } finally {
    await close();
  }
}

/** The renderer of this bench's browser: the busiest process of that kind. */
function rendererPid(): number {
  const pids = readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map(Number)
    .filter((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer');
      } catch {
        return false;
      }
    });
  return pids.sort((a, b) => processorSeconds(b) - processorSeconds(a))[0] ?? 0;
}

/** Processor time of a process and all its threads, in seconds (proc(5), /proc/pid/stat fields 14 and 15). */
function processorSeconds(pid: number): number {
  try {
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
    return (Number(fields[11]) + Number(fields[12])) / TICKS;
  } catch {
    return 0;
  }
}
