import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

interface Chunk {
  file: string;
  imports?: string[];
}

const BUDGET = 180_000;

/**
 * Everything the sign-in and proof-sheet pages load of script: the entry, the proof sheet's chunk, the framing view it
 * fetches ahead, whatever these import, and the worker that checks pictures. Sizes gzipped at level 9, as a proxy would send them. The
 * library for notices (9 kB) is not in it: it is fetched once the page stands.
 */
export function measureBundle(webDist: string): void {
  const manifest = JSON.parse(readFileSync(join(webDist, '.vite/manifest.json'), 'utf8')) as Record<
    string,
    Chunk
  >;
  const files = new Set<string>();
  const add = (key: string) => {
    const chunk = manifest[key];
    if (!chunk || files.has(chunk.file)) return;
    files.add(chunk.file);
    for (const next of chunk.imports ?? []) add(next);
  };
  add('index.html');
  add('src/proofSheet/ProofSheetScreen.tsx');
  add('src/prepare/PrepareDialog.tsx');
  const entry = [...files].map((file) => readFileSync(join(webDist, file), 'utf8')).join('');
  for (const [, worker] of entry.matchAll(/assets\/(admit\.worker-[\w-]+\.js)/g))
    files.add(`assets/${worker}`);
  let total = 0;
  for (const file of files) total += gzipSync(readFileSync(join(webDist, file)), { level: 9 }).length;
  console.log(
    `First bundle, ${files.size} files: ${(total / 1000).toFixed(1)} kB gzipped (at most ${BUDGET / 1000} kB): ${total <= BUDGET ? 'kept' : 'NOT KEPT'}`,
  );
}
