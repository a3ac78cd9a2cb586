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
    const frames = await page.evaluate(async () => {
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
    const mounts = await page.locator('figure').count();
    console.log(
      `Captures page with ${HOW_MANY}: first page ${list} ms, words ${words} ms, unused ${unused} ms; scrolling 120 px a frame, frame time median ${percentile(frames, 0.5).toFixed(1)} ms, 95th percentile ${percentile(frames, 0.95).toFixed(1)} ms; ${mounts} mounts in the page`,
    );
  } finally {
    await close();
  }
}
