import { useEffect } from 'react';

const FOCUSABLE = 'a[href], button:not(:disabled), input:not(:disabled), select, textarea, [tabindex="0"]';

/**
 * Keeps the focus in the page: when what had it goes away (a picture that was removed, a notice that was used), the
 * nearest part that is still there gets it, and whoever works by keys or hears the page goes on from that place.
 */
export function useKeptFocus(): void {
  useEffect(() => {
    let path: Element[] = [];
    const onFocus = (event: FocusEvent) => {
      path = [];
      for (let one = event.target as Element | null; one; one = one.parentElement) path.push(one);
    };
    const keep = () => {
      const [last] = path;
      // A dialog keeps its focus itself, and gives it back.
      if (document.activeElement !== document.body || !last || last.isConnected) return;
      if (document.querySelector('[role=dialog]') || path.some((one) => one.role === 'dialog')) return;
      const near = path.find((one) => one.isConnected);
      path = [];
      const main = document.getElementById('main');
      const next =
        near && main?.contains(near) && near !== main ? near.querySelector<HTMLElement>(FOCUSABLE) : null;
      (next ?? main)?.focus({ preventScroll: true });
    };
    const observer = new MutationObserver(keep);
    observer.observe(document.body, { childList: true, subtree: true });
    document.addEventListener('focusin', onFocus);
    return () => {
      observer.disconnect();
      document.removeEventListener('focusin', onFocus);
    };
  }, []);
}
