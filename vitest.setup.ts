import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from 'esbuild';

/**
 * Data folders of tests lie in one that goes when all are done, also those of tests that failed; and makes one module of what works on pixels: from source its processes take 2.6 s of processor time to start, so 0.5 s,
 * and tests start very many.
 */
export default async function setup(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'nachweis-tests-'));
  // What starts after this has it for its own.
  process.env.TMPDIR = folder;
  await build({
    entryPoints: ['server/src/pictures/pixelMain.ts'],
    absWorkingDir: import.meta.dirname,
    outfile: '.tmp/pixelMain.mjs',
    bundle: true,
    conditions: ['@nachweis/source'],
    platform: 'node',
    format: 'esm',
    sourcemap: 'inline',
    external: ['sharp', '@napi-rs/canvas', 'tesseract.js'],
    // What is CommonJS in it asks for Node's own modules.
    banner: {
      js: "import { createRequire as requiring } from 'node:module'; const require = requiring(import.meta.url);",
    },
  });
  return () => rmSync(folder, { recursive: true, force: true });
}
