import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

interface Chunk {
  file: string;
  name?: string;
  imports?: string[];
}

/** Bytes, gzipped at level 9, as a proxy would send them. */
const SIGN_IN_BUDGET = 100_000;
const FIRST_BUDGET = 180_000;

/**
 * What is loaded of script. Signing in: the entry and its page. First load: the entry, what stands around the pages, the
 * proof sheet, the framing view it fetches ahead, whatever these import, and the worker that checks pictures. Fetched
 * once the page stands, and so not in it: notices, and what is left to do with what draws marks; told beside it.
 */
export function measureBundle(webDist: string): void {
  const manifest = JSON.parse(readFileSync(join(webDist, '.vite/manifest.json'), 'utf8')) as Record<
    string,
    Chunk
  >;
  const named = (name: string) => {
    const key = Object.keys(manifest).find((one) => manifest[one]?.name === name);
    if (key === undefined) throw new Error(`The build has no part ${name}.`);
    return key;
  };
  /** The files of some parts with all that they import. */
  const filesOf = (keys: readonly string[]): Set<string> => {
    const files = new Set<string>();
    const add = (key: string) => {
      const chunk = manifest[key];
      if (!chunk || files.has(chunk.file)) return;
      files.add(chunk.file);
      for (const next of chunk.imports ?? []) add(next);
    };
    for (const key of keys) add(key);
    return files;
  };
  const sizeOf = (files: Iterable<string>) =>
    [...files].reduce(
      (sum, file) => sum + gzipSync(readFileSync(join(webDist, file)), { level: 9 }).length,
      0,
    );
  const kB = (bytes: number) => `${(bytes / 1000).toFixed(1)} kB`;
  const tell = (what: string, files: Set<string>, most: number) => {
    const bytes = sizeOf(files);
    console.log(
      `${what}, ${files.size} files: ${kB(bytes)} gzipped (at most ${most / 1000} kB): ${bytes <= most ? 'kept' : 'NOT KEPT'}`,
    );
  };

  tell('Signing in', filesOf(['index.html', named('SignInScreen')]), SIGN_IN_BUDGET);
  const first = filesOf(['index.html', named('shell'), named('sheet'), named('framing')]);
  const code = [...first].map((file) => readFileSync(join(webDist, file), 'utf8')).join('');
  for (const [, worker] of code.matchAll(/assets\/(admit\.worker-[\w-]+\.js)/g))
    first.add(`assets/${worker}`);
  tell('First bundle', first, FIRST_BUDGET);
  const beside = filesOf([named('Notices'), named('LeftAtPoint')]);
  console.log(
    `Fetched once the page stands: ${kB(sizeOf([...beside].filter((file) => !first.has(file))))} gzipped`,
  );
}
