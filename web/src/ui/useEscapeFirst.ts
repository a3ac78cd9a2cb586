import { useEffect, useRef } from 'react';

/**
 * Escape gives up what the hand holds, or what is asked within a page or a dialog, before it closes what is around it.
 *
 * @param giveUp says whether there was anything to give up
 */
export function useEscapeFirst(giveUp: () => boolean): void {
  const latest = useRef(giveUp);
  latest.current = giveUp;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || !latest.current()) return;
      event.preventDefault();
      event.stopPropagation();
    };
    // A dialog listens at the document, before anything inside it does.
    addEventListener('keydown', onKey, true);
    return () => removeEventListener('keydown', onKey, true);
  }, []);
}
