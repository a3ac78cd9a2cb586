import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Plugin } from 'vite';

/** Of no use to a student, or only with a connection; what reads words is 7 MB and kept when it was used. */
const NOT_KEPT =
  /\.map$|^assets\/(worker\.min|tesseract-core|reading-)|^sw\.js|^\.vite\/|^assets\/(Builder|Course|Ledger|AssignmentLedger|ErrandStrip|Grid|Review|Compare|compare|New|Second)/;
/** A name that holds its hash says by itself which version it is. */
const HASHED = /^assets\//;

/** Writes the list of the files that open without a connection into the service worker. */
export function keptFiles(publicDir: string): Plugin {
  return {
    name: 'kept-files',
    apply: 'build',
    enforce: 'post',
    generateBundle: {
      order: 'post',
      handler(_options, bundle) {
        const worker = bundle['sw.js'];
        if (worker?.type !== 'chunk') throw new Error('The service worker is not in the build.');
        for (const file of Object.values(bundle)) {
          if (file.type !== 'chunk' || NOT_KEPT.test(file.fileName)) continue;
          const missing = file.imports.find((name) => NOT_KEPT.test(name));
          if (missing) throw new Error(`${file.fileName} is kept and needs ${missing}, which is not.`);
        }
        const hashOf = (source: string | Uint8Array) =>
          createHash('sha256').update(source).digest('hex').slice(0, 16);
        const built = Object.values(bundle).flatMap((file) => {
          if (NOT_KEPT.test(file.fileName)) return [];
          const revision = HASHED.test(file.fileName)
            ? null
            : hashOf(file.type === 'chunk' ? file.code : file.source);
          return [{ url: `/${file.fileName}`, revision }];
        });
        const fixed = readdirSync(publicDir).map((name) => ({
          url: `/${name}`,
          revision: hashOf(readFileSync(join(publicDir, name))),
        }));
        const list = JSON.stringify([...built, ...fixed].sort((a, b) => (a.url < b.url ? -1 : 1)));
        if (!worker.code.includes('self.KEPT_FILES'))
          throw new Error('The service worker has no place for its list.');
        worker.code = worker.code.replace('self.KEPT_FILES', () => list);
      },
    },
  };
}
