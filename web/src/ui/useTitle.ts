import { useEffect } from 'react';

/** Names the page in the browser's tab and history, and for whoever hears pages. Empty while it is not known yet. */
export function useTitle(title: string): void {
  useEffect(() => {
    document.title = title ? `${title} – Nachweis` : 'Nachweis';
  }, [title]);
}
