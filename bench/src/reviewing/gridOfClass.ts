import type { Page } from '@playwright/test';
import { percentile } from '../openSheet.ts';
import { schoolPicture } from '../school/seededPictures.ts';
import { openClass } from './judgedClass.ts';

const [STUDENTS, POINTS] = [300, 6];

/** The grid of a large class: when it is first seen, and how it scrolls beside the same pictures in a page without code. */
export async function benchGrid(): Promise<void> {
  const { page, data, close } = await openClass(STUDENTS, POINTS, schoolPicture);
  try {
    const path = `/assignments/${data.assignment.id}/grid`;
    // The first visit makes the small pictures.
    await firstSeen(page, path);
    const seen: number[] = [];
    for (let i = 0; i < 5; i++) seen.push(await firstSeen(page, path));
    const frames = await frameTimes(page, '[role=grid]');
    const hrefs = await page
      .locator('[role=grid] img')
      .evaluateAll((all) => all.map((image) => (image as HTMLImageElement).src));
    await showBareGrid(page, hrefs);
    const bare = await frameTimes(page, 'table');
    const p95 = (times: readonly number[]) => percentile(times, 0.95).toFixed(1);
    console.log(
      `Grid of ${STUDENTS} x ${POINTS}: first seen with its pictures after ${percentile(seen, 0.5).toFixed(0)} ms, longest of ${seen.length} ${Math.max(...seen).toFixed(0)} ms (1000 asked); scrolling 60 px a frame, frame time median ${percentile(frames, 0.5).toFixed(1)} ms, 95th percentile ${p95(frames)} ms; a bare grid of as many ${p95(bare)} ms`,
    );
  } finally {
    await close();
  }
}

/** Milliseconds from going to the page until every small picture in view is there. */
async function firstSeen(page: Page, path: string): Promise<number> {
  await page.goto('about:blank');
  const began = performance.now();
  await page.goto(path, { waitUntil: 'commit' });
  await page.waitForFunction(() => {
    const images = [...document.querySelectorAll<HTMLImageElement>('[role=grid] img')].filter(
      (image) => image.getBoundingClientRect().top < innerHeight,
    );
    return images.length >= 6 && images.every((image) => image.complete && image.naturalWidth > 0);
  });
  return performance.now() - began;
}

/** Times from frame to frame while what scrolls around an element is scrolled faster than anybody reads. */
function frameTimes(page: Page, within: string): Promise<number[]> {
  return page.evaluate(async (selector) => {
    let scroller = document.querySelector(selector)?.parentElement ?? document.documentElement;
    while (scroller.scrollHeight <= scroller.clientHeight && scroller.parentElement)
      scroller = scroller.parentElement;
    const times: number[] = [];
    let before = await new Promise<number>(requestAnimationFrame);
    for (let i = 0; i < 300; i++) {
      scroller.scrollBy(0, 60);
      const now = await new Promise<number>(requestAnimationFrame);
      times.push(now - before);
      before = now;
    }
    return times;
  }, within);
}

async function showBareGrid(page: Page, hrefs: readonly string[]): Promise<void> {
  const cell = (i: number) =>
    `<td><img loading="lazy" width="152" height="95" style="object-fit:contain" src="${hrefs[i % hrefs.length]}"></td>`;
  const row = (i: number) =>
    `<tr style="height:116px"><th>Student ${i}</th>${Array.from({ length: POINTS }, (_, j) => cell(i * POINTS + j)).join('')}</tr>`;
  await page.setContent(
    `<base href="${page.url()}"><div style="height:700px;overflow:auto"><table>${Array.from({ length: STUDENTS }, (_, i) => row(i)).join('')}</table></div>`,
  );
  await page.waitForTimeout(1500);
}
