import { join } from 'node:path';
import { defineConfig } from '@playwright/test';
import { quickBrowser } from './fixtures/browsers.ts';

const reports = process.env.NACHWEIS_REPORTS;

export default defineConfig({
  testDir: 'journeys',
  outputDir: join(import.meta.dirname, '..', '.tmp', 'e2e'),
  // How long a state is waited for says nothing of the product: a machine that is shared may be four times as slow as
  // the one before, and a wait that is fulfilled costs nothing.
  timeout: 300_000,
  expect: { timeout: 40_000 },
  workers: 2,
  fullyParallel: true,
  // No second try: what passes only then has something that is to be looked at.
  retries: 0,
  reporter: reports ? [['list'], ['json', { outputFile: join(reports, 'e2e.json') }]] : [['list']],
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'Europe/Berlin',
    // A journey that takes a file away from the page has to reach it: pages that are kept have journeys of their own.
    serviceWorkers: 'block',
    actionTimeout: 40_000,
    navigationTimeout: 60_000,
    ...quickBrowser,
  },
});
