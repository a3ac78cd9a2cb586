import { type KeyboardEvent, type RefObject, useCallback, useEffect, useRef } from 'react';
import { isTyping } from './typing.ts';

// What can be worked with at once: fields, and pictures and stages that answer to keys. A file is chosen by its button.
const FIELD =
  ':is(input:not([type=hidden], [type=file], [readonly]), select, textarea, canvas[tabindex], [data-begin]):not(:disabled)';
const MAIN = 'button[data-look=main]:not(:disabled)';
/** What is being fetched is likelier to be the work than what stands around it. */
const AWAITED = '[data-loading]';
const ANY = ':is(button, a[href], [tabindex="0"], summary):not(:disabled)';

/**
 * Where work in a dialog begins: in its first field or picture; where it only asks, at the answer it was opened for,
 * unless that destroys something; else at whatever comes first. Never at its way out, so that Enter closes nothing
 * by surprise.
 * @returns null while there is nothing to work with yet
 */
export function beginningOf(body: ParentNode): HTMLElement | null {
  if (body.querySelector(AWAITED)) return null;
  for (const what of [FIELD, MAIN, ANY]) {
    const found = [...body.querySelectorAll<HTMLElement>(what)].find(
      (one) => one.tabIndex >= 0 && one.checkVisibility({ visibilityProperty: true }),
    );
    if (found) return found;
  }
  return null;
}

interface Beginning {
  /** for the dialog's own opening */
  begin: (event: Event) => void;
  /** a key that is still held from opening the dialog does not answer its question */
  onKeyDownCapture: (event: KeyboardEvent) => void;
}

/**
 * The focus of a dialog as it opens; what it waits for is begun with when it has come, if nobody went elsewhere.
 * @param dialog the dialog's element, which takes the focus meanwhile
 * @param body the dialog without its header
 */
export function useBeginning(
  dialog: RefObject<HTMLElement | null>,
  body: RefObject<HTMLElement | null>,
): Beginning {
  const watching = useRef<MutationObserver | null>(null);
  useEffect(() => () => watching.current?.disconnect(), []);
  const begin = useCallback(
    (event: Event) => {
      event.preventDefault();
      const start = () => {
        const found = body.current && beginningOf(body.current);
        if (!found) return false;
        // A keyboard on the screen would come over what is to be read first.
        const covers = isTyping(found) && matchMedia('(pointer: coarse)').matches;
        // Of what has keys of its own, some screen readers do not say in which dialog it lies.
        if (found.role === 'application') dialog.current?.focus({ preventScroll: true });
        (covers ? dialog.current : found)?.focus({ preventScroll: true });
        return true;
      };
      if (start()) return;
      dialog.current?.focus({ preventScroll: true });
      watching.current = new MutationObserver(() => {
        if (document.activeElement !== dialog.current || start()) watching.current?.disconnect();
      });
      if (body.current) watching.current.observe(body.current, { childList: true, subtree: true });
    },
    [dialog, body],
  );
  const onKeyDownCapture = useCallback((event: KeyboardEvent) => {
    if (!event.repeat || (event.key !== 'Enter' && event.key !== ' ')) return;
    const button = event.target instanceof HTMLButtonElement;
    if (event.key === ' ' && !button) return;
    // Written lines, and the stand-in's programs, want as many as the key gives.
    if (event.target instanceof HTMLTextAreaElement || event.target instanceof HTMLCanvasElement) return;
    event.preventDefault();
    event.stopPropagation();
  }, []);
  return { begin, onKeyDownCapture };
}
