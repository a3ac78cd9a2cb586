import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

interface Chunk {
  file: string;
  name?: string;
  imports?: string[];
}

/** Most bytes, gzipped at level 9, as a proxy would send them. */
export const MOST_BYTES = { signIn: 100_000, first: 180_000 } as const;

interface Part {
  files: number;
  bytes: number;
}

/**
 * What is loaded of script. Signing in: the entry and its page. First load: the entry, what stands around the pages, the
 * proof sheet, the framing view it fetches ahead, whatever these import, and the worker that checks pictures. Fetched
 * once the page stands, and so not in it: notices, and what is left to do with what draws marks; told beside it.
 */
export function bundleOf(webDist: string): { signIn: Part; first: Part; beside: Part } {
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
  const sizeOf = (file: string) => gzipSync(readFileSync(join(webDist, file)), { level: 9 }).length;
  const partOf = (files: Iterable<string>): Part => {
    const sizes = [...files].map(sizeOf);
    return { files: sizes.length, bytes: sizes.reduce((sum, size) => sum + size, 0) };
  };

  const first = filesOf(['index.html', named('shell'), named('sheet'), named('framing')]);
  const code = [...first].map((file) => readFileSync(join(webDist, file), 'utf8')).join('');
  for (const [, worker] of code.matchAll(/assets\/(admit\.worker-[\w-]+\.js)/g))
    first.add(`assets/${worker}`);
  const beside = filesOf([named('Notices'), named('LeftAtPoint')]);
  return {
    signIn: partOf(filesOf(['index.html', named('SignInScreen')])),
    first: partOf(first),
    beside: partOf([...beside].filter((file) => !first.has(file))),
  };
}

export function measureBundle(webDist: string): void {
  const { signIn, first, beside } = bundleOf(webDist);
  const kB = (bytes: number) => `${(bytes / 1000).toFixed(1)} kB`;
  const tell = (what: string, { files, bytes }: Part, most: number) =>
    console.log(
      `${what}, ${files} files: ${kB(bytes)} gzipped (at most ${kB(most)}): ${bytes <= most ? 'kept' : 'NOT KEPT'}`,
    );
  tell('Signing in', signIn, MOST_BYTES.signIn);
  tell('First bundle', first, MOST_BYTES.first);
  console.log(`Fetched once the page stands: ${kB(beside.bytes)} gzipped`);
}
