import { useEffect, useSyncExternalStore } from 'react';

/** A longer one says no more in a tab. */
const LONGEST = 120;

let heard = '';
const listeners = new Set<() => void>();

/** Names the page in the browser's tab and history, and for whoever hears pages. Empty while it is not known yet. */
export function useTitle(title: string): void {
  useEffect(() => {
    const short = title.slice(0, LONGEST);
    document.title = short ? `${short} – Nachweis` : 'Nachweis';
    heard = short;
    for (const listener of listeners) listener();
  }, [title]);
}

/** The title of the page that is there; empty while it is not known yet. */
export const useHeardTitle = (): string =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => heard,
  );
