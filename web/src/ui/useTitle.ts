import { useEffect } from 'react';

/** A longer one says no more in a tab. */
const LONGEST = 120;

/** Names the page in the browser's tab and history, and for whoever hears pages. Empty while it is not known yet. */
export function useTitle(title: string): void {
  useEffect(() => {
    document.title = title ? `${title.slice(0, LONGEST)} – Nachweis` : 'Nachweis';
  }, [title]);
}
