import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';
import { routesOfContract } from './web/routesOfContract.ts';

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

/** What kills and starts servers takes longest, though its files are short: last, it would keep one processor waiting. */
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const sorted = await super.sort(files);
    const isLong = (file: TestSpecification) => /\/tests\/(crash|torture)/.test(file.moduleId);
    return [...sorted.filter(isLong), ...sorted.filter((file) => !isLong(file))];
  }
}

export default defineConfig({
  plugins: [routesOfContract()],
  resolve: { conditions },
  ssr: { resolve: { conditions } },
  test: {
    globalSetup: './vitest.setup.ts',
    // Sealing goes through processes, which a busy machine starts slowly.
    testTimeout: 60_000,
    hookTimeout: 60_000,
    maxWorkers: 2,
    sequence: { sequencer: LongestFirst },
    projects: [
      // Modules here keep nothing between two tests, so that loading them once for many files is safe: 32 to 53 s of loading
      // where each file by itself took 150 s.
      project('shared', '{core,contract,desk,server,demo,tests}', false),
      // A page's modules keep what a page keeps (stores, clocks): each file has its own.
      project('web', 'web', true),
    ],
  },
});
