import type { Page } from '@playwright/test';
import { openBenchSheet, percentile } from './openSheet.ts';

const HOW_MANY = 10_000;

/** The page of all captures with ten thousand of them: the list's and the search's answer, and scrolling. */
export async function measureManyCaptures(): Promise<void> {
  const { page, close } = await openBenchSheet(HOW_MANY);
  try {
    const ask = async (query: string) => {
      const times: number[] = [];
      for (let i = 0; i < 9; i++) {
        const start = performance.now();
        await page.request.get(`/api/captures?${query}`);
        times.push(performance.now() - start);
      }
      return percentile(times, 0.5).toFixed(0);
    };
    const [list, words, unused] = [
      await ask('limit=60'),
      await ask('words=curve%2042'),
      await ask('used=no'),
    ];
    await page.goto('/captures');
    await page.getByText(`${HOW_MANY} captures`).waitFor();
    const frames = await frameTimes(page);
    const mounts = await page.locator('figure').count();
    await showBareGrid(page);
    const bare = await frameTimes(page);
    const p95 = (times: number[]) => percentile(times, 0.95).toFixed(1);
    console.log(
      `Captures page with ${HOW_MANY}: first page ${list} ms, words ${words} ms, unused ${unused} ms; scrolling 120 px a frame, frame time median ${percentile(frames, 0.5).toFixed(1)} ms, 95th percentile ${p95(frames)} ms; ${mounts} mounts in the page; a bare grid of as many pictures ${p95(bare)} ms`,
    );
  } finally {
    await close();
  }
}

/** Times from frame to frame while the page is scrolled faster than anybody reads. */
function frameTimes(page: Page): Promise<number[]> {
  return page.evaluate(async () => {
    const times: number[] = [];
    let before = await new Promise<number>(requestAnimationFrame);
    for (let i = 0; i < 300; i++) {
      scrollBy(0, 120);
      const now = await new Promise<number>(requestAnimationFrame);
      times.push(now - before);
      before = now;
    }
    return times;
  });
}

/** The same small pictures in a page without any code: what the browser itself takes to bring them up. */
async function showBareGrid(page: Page): Promise<void> {
  const answer = await page.request.get('/api/captures?limit=200');
  const { items } = (await answer.json()) as { items: Array<{ thumbHref: string }> };
  await page.setContent(
    `<base href="${page.url()}"><div style="display:grid;grid-template-columns:repeat(4,1fr);gap:12px">${Array.from(
      { length: 2000 },
      (_, i) =>
        `<figure style="height:240px;margin:0;border:1px solid"><img loading="lazy" style="max-height:150px;max-width:100%" src="${items[i % items.length]?.thumbHref}"><figcaption>Capture ${i}</figcaption></figure>`,
    ).join('')}</div>`,
  );
  await page.waitForTimeout(1500);
}
