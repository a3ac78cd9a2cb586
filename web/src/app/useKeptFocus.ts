import { useEffect } from 'react';

const FOCUSABLE = 'a[href], button:not(:disabled), input:not(:disabled), select, textarea, [tabindex="0"]';

/**
 * Keeps the focus in the page: when what had it goes away (a picture that was removed, a notice that was used), the
 * nearest part that is still there gets it, and whoever works by keys or hears the page goes on from that place. A button
 * that cannot be pressed while it works has it again when it can, also where it asked something meanwhile.
 */
export function useKeptFocus(): void {
  useEffect(() => {
    let path: Element[] = [];
    /** had the focus when it was disabled */
    let busy: HTMLElement | null = null;
    const onFocus = (event: FocusEvent) => {
      path = [];
      for (let one = event.target as Element | null; one; one = one.parentElement) path.push(one);
      if (!busy || event.target === busy.closest('[role=dialog]')) return;
      const dialog = path.find((one) => one.role === 'dialog');
      // What it asks is answered first; the page has the focus when that is closed.
      if (dialog && !dialog.contains(busy)) return;
      if (event.target !== document.getElementById('main')) busy = null;
      else if (!busy.matches(':disabled')) giveBack(busy);
    };
    const giveBack = (returning: HTMLElement) => {
      busy = null;
      returning.focus({ preventScroll: true });
    };
    const giveBackToBusy = (changed: Element) => {
      const [last] = path;
      if (last === changed && last.matches(':disabled')) {
        busy = last as HTMLElement;
        // A dialog's keys go on meanwhile, Escape above all.
        busy.closest<HTMLElement>('[role=dialog]')?.focus({ preventScroll: true });
      } else if (changed === busy && !busy.matches(':disabled')) {
        const own = busy.closest<HTMLElement>('[role=dialog]');
        const nowhere = [document.body, document.getElementById('main'), own];
        if (nowhere.includes(document.activeElement as HTMLElement)) giveBack(busy);
        else if (own || !document.querySelector('[role=dialog]')) busy = null;
      }
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
    const observer = new MutationObserver((records) => {
      for (const { type, target } of records) if (type === 'attributes') giveBackToBusy(target as Element);
      keep();
    });
    observer.observe(document.body, { childList: true, subtree: true, attributeFilter: ['disabled'] });
    document.addEventListener('focusin', onFocus);
    return () => {
      observer.disconnect();
      document.removeEventListener('focusin', onFocus);
    };
  }, []);
}
