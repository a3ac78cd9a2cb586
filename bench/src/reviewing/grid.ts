import type { Page } from '@playwright/test';
import { percentile } from '../openSheet.ts';
import { schoolPicture } from '../school/seededPictures.ts';
import { openClass } from './judgedClass.ts';

const [STUDENTS, POINTS] = [300, 6];
const ROUNDS = Number(process.env.ROUNDS ?? 3);
/** So far each frame scrolls, in pixels: about as fast as a wheel that is turned on and on. */
const STEP = 48;
const FRAMES = 240;

/** A class of 300 with six proof points as small mounts: how soon it is seen, and how it scrolls beside a bare grid. */
export async function benchGrid(): Promise<void> {
  const { page, data, close } = await openClass(STUDENTS, POINTS, schoolPicture);
  try {
    const seen: number[] = [];
    // The first visit fetches the pages' own code too.
    for (let i = 0; i <= ROUNDS; i++)
      seen.push(await firstSeen(page, `/assignments/${data.assignment.id}/grid`));
    const [cold = 0, ...warm] = seen;
    const [grid, bare]: [number[], number[]] = [[], []];
    for (let i = 0; i < ROUNDS; i++) {
      await firstSeen(page, `/assignments/${data.assignment.id}/grid`);
      const pictures = await pictureAddresses(page, data.assignment.id);
      grid.push(...(await scrolled(page, '[role=grid]')));
      await showBare(page, pictures);
      bare.push(...(await scrolled(page, '[data-bare]')));
    }
    const p95 = (list: readonly number[]) => percentile(list, 0.95);
    // A frame is a whole number of the display's, so that the mean tells more than its steps.
    const mean = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / list.length;
    console.log(
      `Grid of ${STUDENTS} x ${POINTS}: all pictures in view after ${percentile(warm, 0.5).toFixed(0)} ms (1000 asked), ${cold.toFixed(0)} ms with the code fetched first. Scrolled by ${STEP} px a frame: 95th percentile of a frame ${p95(grid).toFixed(1)} ms, a bare grid of the same pictures ${p95(bare).toFixed(1)} ms, ratio ${(p95(grid) / p95(bare)).toFixed(2)} (1 asked); mean ${mean(grid).toFixed(1)} and ${mean(bare).toFixed(1)} ms, ratio ${(mean(grid) / mean(bare)).toFixed(2)}`,
    );
  } finally {
    await close();
  }
}

/** From the beginning of the navigation until every picture of the grid that is in view is there, in milliseconds. */
async function firstSeen(page: Page, address: string): Promise<number> {
  await page.goto(address, { waitUntil: 'commit' });
  return page.evaluate(async () => {
    for (;;) {
      await new Promise(requestAnimationFrame);
      const inView = [...document.querySelectorAll<HTMLImageElement>('[role=gridcell] img')].filter(
        (image) => {
          const { top, bottom } = image.getBoundingClientRect();
          return bottom > 0 && top < innerHeight;
        },
      );
      if (inView.length > 0 && inView.every(({ complete, naturalWidth }) => complete && naturalWidth > 0))
        return performance.now();
    }
  });
}

/** The small pictures of the whole class. */
const pictureAddresses = (page: Page, assignmentId: string): Promise<string[]> =>
  page.evaluate(async (id) => {
    const shown = document.querySelector<HTMLImageElement>('[role=gridcell] img')?.src ?? '';
    const { rows } = (await (await fetch(`/api/assignments/${id}/grid`)).json()) as {
      rows: Array<{ cells: Array<{ itemIds: string[] }> }>;
    };
    const [known = ''] = /[0-9a-f-]{36}/.exec(shown) ?? [];
    return rows.flatMap(({ cells }) =>
      cells.flatMap(({ itemIds }) => itemIds.slice(0, 1).map((item) => shown.replace(known, item))),
    );
  }, assignmentId);

/** Times of frames while a scroller goes down, in milliseconds. @param inside what lies in the scroller */
const scrolled = (page: Page, inside: string): Promise<number[]> =>
  page.evaluate(
    async ({ selector, step, frames }) => {
      const scroller = document.querySelector(selector)?.parentElement;
      if (!scroller) throw new Error('Nothing to scroll.');
      const times: number[] = [];
      let before = await new Promise<number>(requestAnimationFrame);
      for (let i = 0; i < frames; i++) {
        scroller.scrollTop += step;
        const now = await new Promise<number>(requestAnimationFrame);
        times.push(now - before);
        before = now;
      }
      return times;
    },
    { selector: inside, step: STEP, frames: FRAMES },
  );

/** The same pictures as bare images, as large and as many in a row, in a page without anything else. */
async function showBare(page: Page, pictures: readonly string[]): Promise<void> {
  await page.goto('/api/health');
  await page.evaluate(
    async ({ addresses, columns }) => {
      document.body.innerHTML = '';
      const scroller = document.createElement('div');
      scroller.style.cssText = 'height: 640px; overflow: auto';
      const grid = document.createElement('div');
      grid.dataset.bare = '';
      grid.style.cssText = `display: grid; grid-template-columns: repeat(${columns}, 160px); gap: 4px`;
      for (const address of addresses) {
        const image = new Image();
        image.loading = 'lazy';
        image.src = address;
        image.style.cssText = 'width: 160px; height: 92px; object-fit: contain';
        grid.append(image);
      }
      scroller.append(grid);
      document.body.append(scroller);
      await new Promise((resolve) => setTimeout(resolve, 1000));
    },
    { addresses: pictures, columns: POINTS },
  );
}
