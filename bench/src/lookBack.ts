import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { openBenchSheet } from './openSheet.ts';

const SECONDS = 120;
/** Each scene rests for between one and three seconds, then the next comes. */
const RESTS = [1000, 1500, 3000, 1200, 2000];
/** clock ticks a second, as the kernel counts processor time for programs */
const TICKS = Number(execFileSync('getconf', ['CLK_TCK'], { encoding: 'utf8' }));

/**
 * Look-back over a two-minute share that the bench paints: how many of the scenes that rested were kept, and how much
 * of one core the page's process took, less what it takes for painting the same scenes into a
 * stream that nobody looks at.
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
    // The stand-in for a screen costs the page what a real one does not: its frames are read and thrown away here.
    await page.evaluate(async () => {
      const stream = await navigator.mediaDevices.getDisplayMedia();
      const Processor = (window as unknown as Record<string, unknown>)
        .MediaStreamTrackProcessor as new (init: {
        track: MediaStreamTrack;
      }) => { readable: ReadableStream<VideoFrame> };
      const [track] = stream.getVideoTracks();
      const frames = new Processor({ track: track as MediaStreamTrack }).readable;
      void frames.pipeTo(
        new WritableStream({
          write(frame) {
            frame.close();
          },
        }),
      );
      Object.assign(window, { bareTrack: track });
    });
    const bare = await play(30);
    await page.evaluate(() => (window as unknown as { bareTrack: MediaStreamTrack }).bareTrack.stop());
    await watchStrip(page, width, height);
    // A canvas gives its stream no frame before it is painted; a screen gives one at once.
    await page.evaluate(() => {
      const { paint } = window as unknown as { paint(scene: number): void };
      Object.assign(window, { repainting: setInterval(() => paint(0), 500) });
    });
    await page.getByRole('button', { name: 'Share the screen' }).click();
    await page.getByRole('button', { name: 'Accept' }).waitFor();
    await page.keyboard.press('Escape');
    await page.getByRole('list', { name: 'Moments to take' }).getByRole('button').first().waitFor();
    await page.evaluate(() => clearInterval((window as unknown as { repainting: number }).repainting));
    const shared = await play(SECONDS);
    // The last one has rested, but may still be being coded.
    await page
      .waitForFunction(
        (last) => (window as unknown as { scenesSeen: Set<number> }).scenesSeen.has(last),
        shared.scenes,
        { timeout: 5000 },
      )
      .catch(() => undefined);
    const seen = await page.evaluate(() => [
      ...(window as unknown as { scenesSeen: Set<number> }).scenesSeen,
    ]);
    const missed = Array.from({ length: shared.scenes }, (_, i) => i + 1).filter((s) => !seen.includes(s));
    console.log(
      `Look-back over ${SECONDS} s of a ${width} x ${height} share: ${shared.scenes - missed.length} of ${shared.scenes} scenes that rested for 1 s or more were kept, by what the kept pictures show${missed.length > 0 ? ` (not: ${missed.join(', ')})` : ''}; processor ${(100 * shared.share).toFixed(0)} % of one core, ${(100 * (shared.share - bare.share)).toFixed(0)} % more than painting them into a stream that nobody looks at (asked: 25 %)`,
    );
  } finally {
    await close();
  }
}

/**
 * Reads from every moment of the strip which scene it shows: by the place of the yellow menu in its small picture. So
 * a moment that shows another scene than the one that rested counts for nothing.
 */
async function watchStrip(page: Page, width: number, height: number): Promise<void> {
  await page.evaluate(
    ([w, h]) => {
      const scenesSeen = new Set<number>();
      const read = new Set<string>();
      const reader = {
        async sceneOf(image: HTMLImageElement) {
          await image.decode();
          const picture = await createImageBitmap(image);
          const canvas = new OffscreenCanvas(picture.width, picture.height);
          const context = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D;
          context.drawImage(picture, 0, 0);
          const { data } = context.getImageData(0, 0, picture.width, picture.height);
          let left = 0;
          let top = 0;
          let count = 0;
          for (let i = 0; i < data.length; i += 4) {
            if ((data[i] as number) - (data[i + 2] as number) < 30) continue;
            left += (i / 4) % picture.width;
            top += Math.floor(i / 4 / picture.width);
            count++;
          }
          if (count === 0) return;
          const x = (left / count) * (w / picture.width) - 90;
          const y = (top / count) * (h / picture.height) - 60;
          let best = 0;
          let nearest = Number.POSITIVE_INFINITY;
          for (let scene = 0; scene < 200; scene++) {
            const far = Math.hypot(60 + ((scene * 137) % (w - 300)) - x, 60 + ((scene * 89) % (h - 300)) - y);
            if (far < nearest) {
              nearest = far;
              best = scene;
            }
          }
          scenesSeen.add(best);
        },
      };
      Object.assign(window, { scenesSeen });
      new MutationObserver(() => {
        for (const image of document.querySelectorAll('[aria-label="Moments to take"] img')) {
          const { src } = image as HTMLImageElement;
          if (read.has(src)) continue;
          read.add(src);
          void reader.sceneOf(image as HTMLImageElement);
        }
      }).observe(document.body, {
        subtree: true,
        childList: true,
        attributes: true,
        attributeFilter: ['src'],
      });
    },
    [width, height] as const,
  );
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
