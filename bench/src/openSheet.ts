import { type Browser, chromium, type Page } from '@playwright/test';
import { startBenchServer } from './benchServer.ts';

const ARGS = ['--no-sandbox', '--disable-quic', '--disable-background-networking', '--no-first-run'];

export interface BenchSheet {
  page: Page;
  server: Awaited<ReturnType<typeof startBenchServer>>;
  close(): Promise<void>;
}

/** A student's empty proof sheet in headless Chromium, on a server of its own. */
export async function openBenchSheet(captures = 0): Promise<BenchSheet> {
  const server = await startBenchServer(captures);
  const browser: Browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ARGS,
  });
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    baseURL: server.address,
  });
  const page = await context.newPage();
  await page.request.post('/api/session', {
    data: server.credentials,
    headers: { Origin: server.address },
  });
  await page.goto(`/assignments/${server.assignmentId}`);
  await page.getByText('The next picture goes to').waitFor();
  return {
    page,
    server,
    async close() {
      await browser.close();
      await server.stop();
    },
  };
}

export const percentile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))] ??
  Number.NaN;
