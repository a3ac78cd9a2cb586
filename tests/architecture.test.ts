import { readdirSync, readFileSync } from 'node:fs';
import { dirname, join, relative, sep } from 'node:path';
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
  it('contract takes nothing but types from core, and what a mark may look like', () => {
    const taken = sources('contract').flatMap(({ text }) =>
      [...text.matchAll(/^import (?!type )\{([^}]*)\} from '@nachweis\/core'/gm)].flatMap(([, names = '']) =>
        names.split(',').flatMap((name) => (/^\s*(type\s|$)/.test(name) ? [] : [name.trim()])),
      ),
    );
    expect(taken.sort()).toEqual(['MARK_FONTS', 'STYLE_RANGES']);
  });
  it('core and desk touch neither a clock, nor randomness, nor the page, nor Node', () => {
    for (const { path, text } of [...sources('core'), ...sources('desk')]) {
      expect(text, path).not.toMatch(
        /Date\.now|new Date\(\)|Math\.random|(?<!\/)\bdocument\.[a-zA-Z]|\bwindow\.(?=[a-zA-Z])(?!program|x|y|width|height)|from 'node:|\bprocess\./,
      );
    }
  });
});

/** What a folder's files import of the other folders of their workspace. */
function foldersImported(workspace: string): Map<string, Map<string, string>> {
  const src = join(root, workspace, 'src');
  const found = new Map<string, Map<string, string>>();
  for (const { path, text } of sources(workspace)) {
    const [folder = '', inFolder] = relative(src, path).split(sep);
    if (inFolder === undefined) continue;
    const imported = found.get(folder) ?? new Map<string, string>();
    for (const [, from = ''] of text.matchAll(/from '(\.[^']+)'|import\('(\.[^']+)'\)/g)) {
      const [other = '', rest] = relative(src, join(dirname(path), from)).split(sep);
      if (rest !== undefined && other !== folder) imported.set(other, relative(root, path));
    }
    found.set(folder, imported);
  }
  return found;
}

describe('the arrows between folders', () => {
  /** The way of a proof, in its order: none knows of those behind it. */
  const WAY = ['assignments', 'captures', 'evidence', 'handIns', 'reviews', 'pages'];
  it.each(WAY)('server: %s knows nothing of what comes after it', (folder) => {
    const imported = foldersImported('server').get(folder) ?? new Map();
    for (const later of WAY.slice(WAY.indexOf(folder) + 1)) expect(imported.get(later)).toBe(undefined);
  });
  /** Each is what a person sees at one address. */
  const SCREENS = [
    'assignments',
    'builder',
    'captures',
    'compare',
    'courses',
    'grid',
    'handIns',
    'ledger',
    'namedFiles',
    'proofSheet',
    'reviews',
    'secondMarking',
    'session',
    'settings',
    'lab',
    'guide',
    'phone',
  ];
  it.each(SCREENS)('web: the screen %s takes nothing from another screen', (folder) => {
    const imported = foldersImported('web').get(folder);
    expect(imported).toBeDefined();
    for (const other of SCREENS) expect(imported?.get(other)).toBe(undefined);
  });
  it('web: words, store and api know no screen', () => {
    for (const folder of ['words', 'store', 'api', 'ui', 'judging', 'stage', 'pictures'])
      for (const screen of SCREENS) expect(foldersImported('web').get(folder)?.get(screen)).toBe(undefined);
  });
});
