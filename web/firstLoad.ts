import { join } from 'node:path';

const at = (path: string) => join(import.meta.dirname, 'src', path);
const PAGE = at('main.tsx');
const SIGN_IN = at('session/SignInScreen.tsx');
const APP = at('app/App.tsx');
const SHELL = at('app/Shell.tsx');
const SHEET = at('proofSheet/ProofSheetScreen.tsx');
/** The sheet fetches it ahead: it stands before this has come. */
const FRAMING = at('prepare/PrepareDialog.tsx');

/** Part of the sheet's code that is as good as everybody's: so many of the screens use it. */
const MOST = 0.4;
/** and what a few use; the sheet has the rest for itself */
const FEW = 4;

/** Lists of everything: who imports one name of them needs no other. */
const LISTS = /\/(core|contract)\/src\/index\.ts$|\/(lucide-react|radix-ui)\/dist\//;

interface Graph {
  getModuleInfo(id: string): { importedIds: string[]; dynamicallyImportedIds: string[] } | null;
}

/**
 * What is needed first comes in six files and not in fifty: pieces of a kilobyte hardly shrink when they are compressed
 * one by one. Who signs in fetches the first of them, who opens a screen of the staff not the last.
 */
export function firstLoad() {
  const names = ['start', 'shell', 'base', 'common', 'sheet', 'framing'];
  let sorted: Map<string, string> | null = null;
  return {
    groups: names.map((name, index) => ({
      debugName: name,
      priority: names.length - index,
      name: (id: string, graph: Graph) => {
        sorted ??= sort(graph);
        return sorted.get(id) === name ? name : null;
      },
    })),
  };
}

function sort(graph: Graph): Map<string, string> {
  const screens = graph.getModuleInfo(APP)?.dynamicallyImportedIds.filter((id) => id !== SHELL) ?? [];
  const users = new Map<string, number>();
  for (const screen of screens)
    for (const id of reach([screen], graph)) users.set(id, (users.get(id) ?? 0) + 1);

  const sorted = new Map<string, string>();
  const put = (ids: Iterable<string>, nameOf: (used: number) => string) => {
    for (const id of ids) if (id !== SIGN_IN && !sorted.has(id)) sorted.set(id, nameOf(users.get(id) ?? 0));
  };
  put(reach([PAGE, SIGN_IN], graph), () => 'start');
  put(reach([SHELL], graph), () => 'shell');
  const byUse = (used: number, own: string) =>
    used > screens.length * MOST ? 'base' : used >= FEW ? 'common' : own;
  put(reach([SHEET], graph), (used) => byUse(used, 'sheet'));
  put(reach([FRAMING], graph), (used) => byUse(used, 'framing'));
  return sorted;
}

/** All that comes with a module by imports that are not awaited. */
function reach(from: readonly string[], graph: Graph): Set<string> {
  const seen = new Set<string>();
  const waiting = [...from];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (seen.has(id) || LISTS.test(id)) continue;
    seen.add(id);
    waiting.push(...(graph.getModuleInfo(id)?.importedIds ?? []));
  }
  return seen;
}
