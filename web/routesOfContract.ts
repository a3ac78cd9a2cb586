import { join } from 'node:path';
import { build } from 'esbuild';
import type { Plugin } from 'vite';

const NAME = 'virtual:routes';

/**
 * Gives the page what it needs to call the server: of each endpoint its address, and whether it answers. The schemas
 * stay with the server, which reads all that comes in by them and writes all that goes out: they and their library are a
 * fifth of a first load.
 */
export function routesOfContract(): Plugin {
  return {
    name: 'nachweis-routes',
    resolveId: (id) => (id === NAME ? `\0${NAME}` : undefined),
    async load(id) {
      if (id !== `\0${NAME}`) return undefined;
      const source = join(import.meta.dirname, '../contract/src/endpoints.ts');
      this.addWatchFile(source);
      return `export const routes = ${JSON.stringify(await readRoutes(source))};`;
    },
  };
}

/** Reads the contract from its source, so that no older build of it can be meant. */
async function readRoutes(source: string): Promise<Record<string, object>> {
  const { outputFiles } = await build({
    entryPoints: [source],
    bundle: true,
    write: false,
    format: 'esm',
    platform: 'node',
    conditions: ['@nachweis/source'],
  });
  const code = Buffer.from(outputFiles[0]?.contents ?? []).toString('base64');
  const module = await import(`data:text/javascript;base64,${code}`);
  const endpoints = Object.entries(module.endpoints as typeof import('@nachweis/contract').endpoints);
  return Object.fromEntries(
    endpoints.map(([name, endpoint]) => [
      name,
      {
        method: endpoint.method.toUpperCase(),
        path: endpoint.path,
        isPublic: endpoint.access === 'public',
        answers: 'response' in endpoint,
      },
    ]),
  );
}
