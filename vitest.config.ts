import { defineConfig } from 'vitest/config';

const conditions = ['@nachweis/source', 'module', 'node', 'development|production'];

const project = (name: string, folders: string, isolate: boolean) => ({
  extends: true as const,
  test: {
    name,
    include: [`${folders}/**/*.test.ts`],
    exclude: ['**/node_modules/**', '**/dist/**'],
    isolate,
  },
});

export default defineConfig({
  resolve: { conditions },
  ssr: { resolve: { conditions } },
  test: {
    globalSetup: './vitest.setup.ts',
    // Sealing goes through processes, which a busy machine starts slowly.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    maxWorkers: 2,
    projects: [
      // Modules here keep nothing between two tests, so that loading them once for many files is safe: a third of the time.
      project('shared', '{core,contract,desk,server,demo,tests}', false),
      // A page's modules keep what a page keeps (stores, clocks): each file has its own.
      project('web', 'web', true),
    ],
  },
});
