import { useEffect, useSyncExternalStore } from 'react';

/** A longer one says no more in a tab. */
const LONGEST = 120;
/** The browser takes two milliseconds for it, which a picture that is gone to would wait for. */
const AFTER_MS = 100;

let heard = '';
const listeners = new Set<() => void>();

/** Names the page in the browser's tab and history, and for whoever hears pages. Empty while it is not known yet. */
export function useTitle(title: string): void {
  useEffect(() => {
    const short = title.slice(0, LONGEST);
    const timer = setTimeout(() => {
      document.title = short ? `${short} – Nachweis` : 'Nachweis';
      heard = short;
      for (const listener of listeners) listener();
    }, AFTER_MS);
    return () => clearTimeout(timer);
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
