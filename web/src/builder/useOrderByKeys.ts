import { type KeyboardEvent, useRef, useState } from 'react';
import { flushSync } from 'react-dom';

interface Held {
  key: string;
  /** where it was, for Escape */
  from: number;
}

/** Of a row's handle: by its keys the row is picked up, moved and put down. */
export interface HandleKeys {
  held: boolean;
  onKeyDown: (event: KeyboardEvent<HTMLElement>) => void;
  onBlur: () => void;
}

/**
 * The order of a list by the keys of a row's handle: Space or Enter picks a row up, arrows move it
 * at once, Space or Enter puts it down, Escape puts it back. Nothing is measured, so a key pressed
 * right after another is never lost (the drag library's own keys lose it until it has measured the
 * rows, and then count from a wrong place).
 *
 * @param keys of the rows, in their order
 * @param onMove from and to, counted from 0
 * @returns keys for the handle of a row, and what is to be said
 */
export function useOrderByKeys(keys: readonly string[], onMove: (from: number, to: number) => void) {
  const [held, setHeld] = useState<Held>();
  const [said, setSaid] = useState('');
  // Moving a row's element takes the focus from its handle for a moment: that is no putting down.
  const moving = useRef(false);
  const move = (handle: HTMLElement, from: number, to: number) => {
    moving.current = true;
    flushSync(() => onMove(from, to));
    handle.focus();
    handle.scrollIntoView({ block: 'nearest' });
    moving.current = false;
  };
  const handleOf = (key: string): HandleKeys => ({
    held: held?.key === key,
    onBlur: () => {
      if (!moving.current) setHeld(undefined);
    },
    onKeyDown: (event) => {
      if (event.ctrlKey || event.altKey || event.metaKey) return;
      const at = keys.indexOf(key);
      const name = `P${at + 1}`;
      const isHeld = held?.key === key;
      if (event.key === ' ' || event.key === 'Enter') {
        event.preventDefault();
        setHeld(isHeld ? undefined : { key, from: at });
        setSaid(isHeld ? `${name} is put down.` : `${name} is picked up.`);
      } else if (isHeld && event.key === 'Escape') {
        event.preventDefault();
        event.stopPropagation();
        setHeld(undefined);
        setSaid(`Put back at number ${held.from + 1}.`);
        if (at !== held.from) move(event.currentTarget, at, held.from);
      } else if (isHeld && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
        event.preventDefault();
        const to = at + (event.key === 'ArrowUp' ? -1 : 1);
        if (to < 0 || to >= keys.length) return;
        setSaid(`It is number ${to + 1} of ${keys.length} now.`);
        move(event.currentTarget, at, to);
      }
    },
  });
  return { handleOf, said };
}
