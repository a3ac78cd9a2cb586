import { useEffect, useRef } from 'react';

interface Open {
  /** where in the browser's history it was opened, as the router counts */
  at: number;
  close(): void;
}

/** What Back closes, the topmost last. */
const open: Open[] = [];
/** The way back to the page that a dialog lies over is not over yet. */
let returning = false;

const place = (): number => (history.state as { idx?: number } | null)?.idx ?? 0;

/**
 * Listens before the router does, which has to be asked for once and before it is drawn: a step back while a dialog is
 * open closes the dialog, and the router, not told of it, keeps its page.
 */
export function watchBack(): void {
  addEventListener(
    'popstate',
    (event) => {
      if (returning) {
        returning = false;
        event.stopImmediatePropagation();
        return;
      }
      const top = open.at(-1);
      if (!top || place() >= top.at) return;
      event.stopImmediatePropagation();
      returning = true;
      history.go(top.at - place());
      top.close();
    },
    { capture: true },
  );
}

/** While it is on the page, the browser's Back closes it instead of leaving the page. */
export function useBackCloses(onClose: () => void): void {
  const latest = useRef(onClose);
  latest.current = onClose;
  useEffect(() => {
    const entry: Open = { at: place(), close: () => latest.current() };
    open.push(entry);
    return () => {
      open.splice(open.indexOf(entry), 1);
    };
  }, []);
}
