import { defineConfig } from 'vitest/config';

const conditions = ['@nachweis/source', 'module', 'node', 'development|production'];

export default defineConfig({
  resolve: { conditions },
  ssr: { resolve: { conditions } },
  test: {
    include: ['{core,contract,desk,server,web,demo,tests}/**/*.test.ts'],
    exclude: ['**/node_modules/**', '**/dist/**'],
    // Sealing goes through processes, which a busy machine starts slowly.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    maxWorkers: 2,
  },
});
