import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

/** The arrows of docs/architecture.md; the linter holds them import by import, this holds what it cannot see. */
const ARROWS: Record<string, string[]> = {
  core: [],
  contract: ['core'],
  desk: [],
  server: ['core', 'contract'],
  web: ['core', 'contract', 'desk'],
  demo: ['core', 'contract', 'desk', 'server'],
};
const root = join(import.meta.dirname, '..');

function sources(workspace: string): Array<{ path: string; text: string }> {
  return readdirSync(join(root, workspace, 'src'), { recursive: true, withFileTypes: true })
    .filter(
      (entry) => entry.isFile() && /\.tsx?$/.test(entry.name) && !/\.(test|testing)\.ts$/.test(entry.name),
    )
    .map((entry) => join(entry.parentPath, entry.name))
    .map((path) => ({ path, text: readFileSync(path, 'utf8') }));
}

describe('the arrows between workspaces', () => {
  it.each(Object.entries(ARROWS))('%s imports only %j', (workspace, allowed) => {
    const files = sources(workspace);
    expect(files.length).toBeGreaterThan(5);
    for (const { path, text } of files) {
      for (const [, name = ''] of text.matchAll(/from '@nachweis\/([a-z]+)/g))
        expect(allowed, path).toContain(name);
      expect(text, path).not.toMatch(/from '(\.\.\/)+(core|contract|desk|server|web|demo)\/src/);
    }
    const { dependencies = {} } = JSON.parse(readFileSync(join(root, workspace, 'package.json'), 'utf8')) as {
      dependencies?: Record<string, string>;
    };
    const declared = Object.keys(dependencies).flatMap((name) =>
      name.startsWith('@nachweis/') ? [name.slice(10)] : [],
    );
    expect(declared.sort()).toEqual([...allowed].sort());
  });
  it('contract takes nothing but types from core', () => {
    for (const { path, text } of sources('contract')) {
      for (const [line] of text.matchAll(/^import .*@nachweis\/core.*$/gm))
        expect(line, path).toMatch(/^import type /);
    }
  });
  it('core and desk touch neither a clock, nor randomness, nor the page, nor Node', () => {
    for (const { path, text } of [...sources('core'), ...sources('desk')]) {
      expect(text, path).not.toMatch(
        /Date\.now|new Date\(\)|Math\.random|(?<!\/)\bdocument\.[a-zA-Z]|\bwindow\.(?=[a-zA-Z])(?!program|x|y|width|height)|from 'node:|\bprocess\./,
      );
    }
  });
});
