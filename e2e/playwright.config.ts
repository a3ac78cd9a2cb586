import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

const reports = process.env.NACHWEIS_REPORTS;

export default defineConfig({
  testDir: 'journeys',
  outputDir: join(import.meta.dirname, '..', '.tmp', 'e2e'),
  timeout: 120_000,
  expect: { timeout: 10_000 },
  workers: 2,
  fullyParallel: true,
  // The machines are noisy. A test that only passes the second time is printed as flaky, and is one to look at.
  retries: 1,
  reporter: reports ? [['list'], ['json', { outputFile: join(reports, 'e2e.json') }]] : [['list']],
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/Berlin',
    actionTimeout: 10_000,
    navigationTimeout: 15_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-quic', '--disable-background-networking', '--no-first-run'],
    },
  },
});
