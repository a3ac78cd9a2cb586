import { type ComponentType, lazy, type ReactNode, useState } from 'react';
import { matchPath } from 'react-router';

/** What a person who waits for a page takes for at once; after it, that it is being fetched is said. */
const AT_ONCE_MS = 250;

type Load = () => Promise<{ default: ComponentType }>;

/** The code of a page. */
export interface PageCode {
  /** null: it has not come yet */
  there: ComponentType | null;
  /** waits for it */
  Later: ComponentType;
}

const opened: Array<Promise<unknown>> = [];

/**
 * A page of its own code. Where it is the one that is opened, that is fetched at once, and not only when it is known who
 * is signed in.
 *
 * @param isOpened whether it is part of what is opened at this address
 */
export function codeOf(isOpened: boolean, load: Load): PageCode {
  const fetchCode: Load = async () => {
    const module = await load();
    code.there = module.default;
    return module;
  };
  const code: PageCode = { there: null, Later: lazy(fetchCode) };
  // What goes wrong here goes wrong again where the page is shown, and is said there.
  if (isOpened) opened.push(fetchCode().catch(() => {}));
  return code;
}

/** A page, at once where its code is there. Whichever it is drawn by stays the same one as long as the page does. */
export function Page({ code }: { code: PageCode }): ReactNode {
  const [Code] = useState<ComponentType>(() => code.there ?? code.Later);
  return <Code />;
}

/** The same by its address in the pattern of the router. */
export const pageAt = (path: string, load: Load): readonly [path: string, code: PageCode] => [
  path,
  codeOf(matchPath(path, location.pathname) !== null, load),
];

/**
 * Waits until the code of the opened page is there, but no longer than one does not notice. What is drawn before it would
 * stand for 300 ms at least: so long React keeps what it once showed in the place of something.
 */
export const openedCode = (): Promise<unknown> =>
  Promise.race([Promise.all(opened), new Promise((resolve) => setTimeout(resolve, AT_ONCE_MS))]);
