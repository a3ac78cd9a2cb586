import { useEffect, useRef } from 'react';
import { isKeyOff } from '../ui/ownSettings.ts';
import { isTyping } from '../ui/typing.ts';

/** Up and down walk along a proof point; x puts aside. What else there is are the keys of the review. */
export function useGridKeys(keys: {
  walk: (columns: number, rows: number) => void;
  putAside: () => void;
}): void {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isKeyOff(event)) return;
      if (event.target instanceof HTMLSelectElement || document.querySelector('[role=dialog]')) return;
      if (event.key === 'ArrowDown') latest.current.walk(0, 1);
      else if (event.key === 'ArrowUp') latest.current.walk(0, -1);
      else if (event.key === 'x') latest.current.putAside();
      else return;
      event.preventDefault();
    };
    addEventListener('keydown', onKeyDown);
    return () => removeEventListener('keydown', onKeyDown);
  }, []);
}
